import { describe, expect, it } from 'vitest';
import type { Shapes } from '$lib/api/client';
import { arranged, folded, usual } from './view';

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
	});

	it('leaves out what was not asked for, and what was put aside', () => {
		expect(ids(arranged(grid, { ...usual, work: 'hidden' }))[1]).toEqual([2]);
		expect(ids(arranged(grid, { ...usual, work: 'Maps' }))[1]).toEqual([3]);
		expect(ids(arranged(grid, { ...usual, work: 'open', aside: [1] }))[1]).toEqual([2]);
		expect(ids(arranged(grid, { ...usual, onlyBlanks: true }))[0]).toEqual([2]);
	});

	it('finds names without accents, and never by name where aliases stand', () => {
		expect(ids(arranged(grid, usual, 'inigo'))[0]).toEqual([2]);
		expect(ids(arranged(grid, usual, 'LUC'))[0]).toEqual([1]);
		expect(ids(arranged(grid, { ...usual, hasAliases: true }, 'inigo'))[0]).toEqual([]);
		expect(folded('Nguyễn O’Driscoll Matěj Åkerlund')).toBe("nguyen o'driscoll matej akerlund");
	});
});
