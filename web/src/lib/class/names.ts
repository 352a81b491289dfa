/** What the students of a class are called on the screen, and in which order they stand. */
import type { Shapes } from '$lib/api/client';
import type { Called } from './consequence/words';
import type { View } from './view';

type Row = Shapes['RowOut'];

/** By what the students stand. Where aliases stand for names, the order of the names would tell who is who. */
export function orderOf(view: Pick<View, 'students' | 'hasAliases'>): View['students'] {
	return view.hasAliases && view.students !== 'grade' ? 'alias' : view.students;
}

export const compare: Record<View['students'], (one: Row, other: Row) => number> = {
	// The roster comes by family name.
	family: () => 0,
	given: (one, other) => one.given_name.localeCompare(other.given_name),
	alias: (one, other) => one.alias.localeCompare(other.alias, undefined, { numeric: true }),
	grade: (one, other) => Number(other.grade.percent ?? -1) - Number(one.grade.percent ?? -1)
};

/** A student's name; of namesakes with the number that tells them apart. */
export function nameOf(row: Pick<Row, 'given_name' | 'family_name' | 'number'>): string {
	return `${row.given_name} ${row.family_name}${row.number ? ` (${row.number})` : ''}`;
}

/** What a student is called on the screen: by alias where others may see it. */
export function shownName(row: Row, hasAliases: boolean): string {
	return hasAliases ? row.alias : nameOf(row);
}

/** What the students of a grid are called, by their ids. */
export function calledIn(grid: Shapes['GridOut'] | undefined, hasAliases: boolean): Called {
	return (student) => {
		const row = grid?.rows.find((each) => each.student_id === student);
		return row ? shownName(row, hasAliases) : 'A student';
	};
}
