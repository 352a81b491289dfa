/** A small grid for tests: students and work in a term, with the scores that a test names. */
import type { Shapes } from '$lib/api/client';

type Cell = Partial<Shapes['CellOut']>;

export function cellOf(more: Cell = {}): Shapes['CellOut'] {
	const blank = {
		text: '',
		version: 0,
		adjusted: null,
		level: null,
		state: null,
		dropped: false,
		left_out: null
	};
	return { ...blank, flag: '', slip: null, ...more };
}

export function columnOf(id: number, more: Partial<Shapes['ColumnOut']> = {}): Shapes['ColumnOut'] {
	return {
		id, name: `Walk ${id}`, short_name: `W ${id}`, points: '20', sign: 'WK', colour: 0, category: 'Walks', due_on: null,
		is_due: false, position: id, extra: false, closed: false, shown: true, apart: false, marked: 0, due: 3, bar: 0, words: '',
		entered_as: 'points', lock: '', locked: false, excuses: false, alike: null, standard_points: {},
	standards: [], criteria: [],
		figures: { count: 0, mean: null, median: null, deviation: null, missing: 0 }, spread: null, ...more
	}; // prettier-ignore
}

/** Each student by given and family name, with the cells of the work in order. */
export function gridOf(
	students: [given: string, family: string, cells: Cell[]][],
	columns = [columnOf(1), columnOf(2)],
	more: Partial<Shapes['GridOut']> = {}
): Shapes['GridOut'] {
	const grade = { percent: null, mark: null, computed_percent: null, computed_mark: null, missing: 0 };
	return {
		term_id: 7,
		term: 'Quarter 2',
		columns,
		rows: students.map(([given_name, family_name, cells], place) => ({
			student_id: place + 1,
			given_name,
			family_name,
			number: null,
			alias: `${900 - place}`,
			grade,
			cells: Object.fromEntries(columns.map((each, at) => [each.id, cellOf(cells[at])]))
		})),
		figures: columns[0]!.figures,
		spread: null,
		codes: [{ code: 'EX', name: 'exempt', does: 'is left out', colour: 0 }],
		marks: ['A', 'B', 'C'],
		levels: null,
		view: {},
		shows_percent: true,
		...more
	};
}
