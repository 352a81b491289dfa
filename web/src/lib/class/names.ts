/** What the students of a class are called on the screen, and in which order they stand. */
import type { Shapes } from '$lib/api/client';
import type { Called } from './consequence/words';
import type { View } from './view';

type Row = Shapes['RowOut'];

/** Whether students stand by what they have, so that the order changes as scores come in. */
export function isByNumber({ students }: Pick<View, 'students'>): boolean {
	return students === 'grade' || students === 'score';
}

/** By what the students stand. Where aliases stand for names, the order of the names would tell who is who. */
export function orderOf(view: Pick<View, 'students' | 'hasAliases'>): View['students'] {
	return view.hasAliases && !isByNumber(view) ? 'alias' : view.students;
}

const compare: Record<View['students'], (one: Row, other: Row, by: number | null) => number> = {
	// The roster comes by family name.
	family: () => 0,
	given: (one, other) => one.given_name.localeCompare(other.given_name),
	alias: (one, other) => one.alias.localeCompare(other.alias, undefined, { numeric: true }),
	grade: (one, other) => Number(other.grade.percent ?? -1) - Number(one.grade.percent ?? -1),
	score: (one, other, by) => levelIn(other, by) - levelIn(one, by)
};

/** What of the points is in a student's cell, in percent; less than nothing where there is no number. */
function levelIn(row: Row, assignment: number | null): number {
	return (assignment === null ? null : row.cells[assignment]?.level) ?? -1;
}

/** Puts students in the order of a view, the best first where that is one of numbers. */
export function inOrder(
	view: Pick<View, 'students' | 'by' | 'hasAliases'>
): (one: Row, other: Row) => number {
	return (one, other) => compare[orderOf(view)](one, other, view.by);
}

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
