/** What becomes of grades, in words. */
import { counted } from '$lib/words/plurals';
import type { Shapes } from '$lib/api/client';

/** Which grades something would change. */
export type Would = Omit<Shapes['TriedOut'], 'refused' | 'above'>;

/** What a student is called on the screen, by their id. */
export type Called = (student: number) => string;

export function grades(count: number): string {
	return counted(count, 'grade');
}

/** As "9 grades would change, 7 up and 2 down; 3 marks." */
export function changed({ grades: count, up, down, marks }: Would): string {
	if (!count) return 'No grade would change.';
	return `${grades(count)} would change, ${up} up and ${down} down; ${counted(marks, 'mark')}.`;
}
