import { describe, expect, it } from 'vitest';
import type { Shapes } from '$lib/api/client';
import { folded } from '$lib/words/folded';
import { arranged, atHand, byScore, Steady, usual } from './view';

const row = (
	id: number,
	given_name: string,
	family_name: string,
	percent: string | null,
	state: string | null
) =>
	({
		student_id: id,
		given_name,
		family_name,
		alias: `${90 - id}`,
		grade: { percent },
		cells: { 1: { state } }
	}) as unknown as Shapes['RowOut'];
const column = (id: number, category: string | null, position: number, more: object = {}) =>
	({ id, category, position, shown: true, closed: false, is_due: false, ...more }) as Shapes['ColumnOut'];
const grid = {
	rows: [row(1, 'Łucja', 'Kowalczyk', '70', null), row(2, 'Íñigo', 'Castellanos', '90', 'past_due')],
	columns: [
		column(1, 'Walks', 3),
		column(2, null, 1, { shown: false }),
		column(3, 'Maps', 2, { closed: true })
	]
} as Shapes['GridOut'];
const ids = (made: Shapes['GridOut']) => [
	made.rows.map((each) => each.student_id),
	made.columns.map((each) => each.id)
];

describe('a view of the grid', () => {
	it('orders students and columns', () => {
		expect(ids(arranged(grid, usual))).toEqual([
			[1, 2],
			[1, 2, 3]
		]);
		expect(ids(arranged(grid, { ...usual, students: 'grade', columns: 'hand' }))).toEqual([
			[2, 1],
			[2, 3, 1]
		]);
		expect(ids(arranged(grid, { ...usual, students: 'alias', columns: 'category' }))).toEqual([
			[2, 1],
			[3, 1, 2]
		]);
		// The order of the names would tell who is who.
		expect(ids(arranged(grid, { ...usual, students: 'family', hasAliases: true }))[0]).toEqual([2, 1]);
	});

	it('leaves out what was not asked for, and what was put aside', () => {
		expect(ids(arranged(grid, { ...usual, work: 'hidden' }))[1]).toEqual([2]);
		expect(ids(arranged(grid, { ...usual, work: 'Maps' }))[1]).toEqual([3]);
		expect(ids(arranged(grid, { ...usual, work: 'open', aside: [1] }))[1]).toEqual([2]);
		expect(ids(arranged(grid, { ...usual, onlyBlanks: true }))[0]).toEqual([2]);
	});

	it('orders students by the scores of one work, the best first, who has none last', () => {
		const levels = [40, null, 90].map((level, place) => ({
			...row(place + 1, 'A', `${place}`, null, null),
			cells: { 1: { level } }
		}));
		const scored = { ...grid, rows: levels } as unknown as Shapes['GridOut'];
		const view = { ...usual, ...byScore(usual, 1) };
		expect(ids(arranged(scored, view))[0]).toEqual([3, 1, 2]);
		expect(ids(arranged(scored, { ...view, hasAliases: true }))[0]).toEqual([3, 1, 2]);
		expect(ids(arranged(scored, { ...view, ...byScore(view, 1) }))[0]).toEqual([1, 2, 3]);
		expect(ids(arranged(scored, { ...view, by: 77 }))[0]).toEqual([1, 2, 3]);
	});

	it('finds names without accents, and never by name where aliases stand', () => {
		expect(ids(arranged(grid, usual, 'inigo'))[0]).toEqual([2]);
		expect(ids(arranged(grid, usual, 'LUC'))[0]).toEqual([1]);
		expect(ids(arranged(grid, { ...usual, hasAliases: true }, 'inigo'))[0]).toEqual([]);
		expect(folded('Nguyễn O’Driscoll Matěj Åkerlund')).toBe("nguyen o'driscoll matej akerlund");
	});

	it('begins with what was due last, or with the first', () => {
		const due = (id: number, due_on: string, is_due = true) => column(id, null, id, { due_on, is_due });
		const made = [due(1, '2032-01-09'), due(2, '2031-11-07'), due(3, '2032-01-16', false)];
		expect(atHand(made)?.id).toBe(1);
		expect(atHand(grid.columns)?.id).toBe(1);
		expect(atHand([])).toBeUndefined();
	});

	it('leaves students where they are until something else is asked for', () => {
		const steady = new Steady();
		const shown = (now: Shapes['GridOut'], asked: string) =>
			steady
				.rows(now, arranged(now, { ...usual, onlyBlanks: true }).rows, asked)
				.map((each) => each.student_id);
		expect(shown(grid, 'blanks')).toEqual([2]);
		const [whole, blank] = grid.rows as [Shapes['RowOut'], Shapes['RowOut']];
		const filled = { ...blank, cells: whole.cells };
		const later = { ...grid, rows: [{ ...whole, cells: blank.cells }, filled] };
		expect(shown(later, 'blanks')).toEqual([2, 1]);
		expect(steady.rows(later, [], 'blanks')[0]).toBe(filled);
		expect(shown(later, 'blanks again')).toEqual([1]);
		expect(shown({ ...later, rows: [filled] }, 'blanks again')).toEqual([]);
	});
});
