import 'fake-indexeddb/auto';
import { QueryClient } from '@tanstack/svelte-query';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { consequence } from '$lib/class/consequence/consequence.svelte';
import * as fetched from '$lib/api/queries';
import { Changing } from '$lib/app/changing';
import { Editing } from '$lib/class/planning/editing';
import { notice } from '$lib/app/notice.svelte';
import { saving } from '$lib/app/saving/saving.svelte';
import { columnOf, gridOf } from '$lib/tests/grid';
import { serve } from '$lib/tests/server';
import { ColumnActs } from './columnActs';

const enterAll = vi.spyOn(saving, 'enterAll').mockResolvedValue();
const queries = new QueryClient();
const refresh = vi.spyOn(queries, 'invalidateQueries');
const changing = new Changing(queries, 'class 1', [fetched.inClass(1)]);
const here = { id: 1, changing, editing: new Editing(1, changing) };
const nothing = { grades: 0, up: 0, down: 0, marks: 0, changes: [], elsewhere: [] };
let grid = gridOf([
	['Tolu', 'Adeyemi', [{ text: '12', version: 2 }, { text: '17' }]],
	['Signe', 'Åkerlund', [{ text: '12' }, {}]],
	['Hamza', 'Bashir', [{}, { text: '3' }]],
	['Defne', 'Çelik', [{ state: 'not_assigned' }, {}]]
]);
const actsOn = (id: number) =>
	new ColumnActs(here, () => grid, () => grid.columns.find((each) => each.id === id)!, () => false); // prettier-ignore
const given = () =>
	enterAll.mock.calls.flatMap(([, typed]) => typed.map((each) => `${each.student} ${each.text}`));

beforeEach(() => {
	enterAll.mockClear();
	refresh.mockClear();
	consequence.current = null;
	notice.clear();
});

describe('acts on a column', () => {
	it('knows who has nothing yet, and what most have', () => {
		const acts = actsOn(1);
		expect(acts.blanks.map((each) => each.student_id)).toEqual([3]);
		expect(acts.assigned).toHaveLength(3);
		expect(acts.usual).toBe('12');
		expect(actsOn(2).usual).toBe('');
	});

	it('gives at once where no grade changes', async () => {
		const asked = serve({ 'POST /api/v1/classes/1/scores/tried': () => nothing });
		const acts = actsOn(1);
		await acts.give(acts.blanks, () => 'EX', 'EX');
		expect(asked[0]!.body).toEqual({
			term: 7,
			entries: [{ student: 3, assignment: 1, text: 'EX' }],
			closed: {},
			deleted: [],
			brought_back: []
		});
		expect(given()).toEqual(['3 EX']);
		expect(notice.text).toBe('1 get EX. Ctrl Z takes it back.');
	});

	it('shows which grades change first, and gives nothing until it is agreed to', async () => {
		serve({ 'POST /api/v1/classes/1/scores/tried': () => ({ ...nothing, grades: 1, down: 1 }) });
		const acts = actsOn(1);
		const done = vi.fn();
		await acts.give(acts.blanks, () => '0', '0', done);
		expect(given()).toEqual([]);
		expect(done).not.toHaveBeenCalled();
		expect(consequence.current).toMatchObject({
			title: 'Walk 1: 0 for 1',
			verb: 'Give 0 to 1',
			would: { down: 1 }
		});
		await consequence.agree();
		expect(given()).toEqual(['3 0']);
		expect(done).toHaveBeenCalledOnce();
		expect(consequence.current).toBeNull();
	});

	it('asks all the same where nobody answers, for what is given waits for the connection', async () => {
		serve({ 'POST /api/v1/classes/1/scores/tried': () => 'nobody' });
		await actsOn(1).give(grid.rows.slice(2, 3), () => '0', '0');
		expect(consequence.current).toMatchObject({ would: null });
	});

	it('gives what each has in other work of the same points, and only to those who have something', async () => {
		serve({ 'POST /api/v1/classes/1/scores/tried': () => nothing });
		const acts = actsOn(2);
		expect(acts.alike.map((each) => each.id)).toEqual([1]);
		await acts.giveAs(grid.columns[0]!);
		expect(given()).toEqual(['2 12']);
		// What was typed there just now is what they have there.
		enterAll.mockClear();
		const where = { classId: 1, assignment: 1, version: 2, term: 7, person: 1, act: 'a', batch: null };
		saving.entries = [{ ...where, student: 2, text: '18' }];
		await acts.giveAs(grid.columns[0]!);
		saving.entries = [];
		expect(given()).toEqual(['2 18']);
		grid = { ...grid, columns: [columnOf(1, { points: '40' }), columnOf(2)] };
		expect(actsOn(2).alike).toEqual([]);
	});

	it('closes work once it was seen whose grade falls, and says so where it could not', async () => {
		const asked = serve({
			'POST /api/v1/classes/1/scores/tried': () => ({ ...nothing, grades: 2, down: 2 }),
			'PATCH /api/v1/classes/1/assignments': () => 422
		});
		await actsOn(1).close();
		expect(consequence.current).toMatchObject({ title: 'Close Walk 1', verb: 'Close it' });
		expect(asked.map((each) => each.body['closed'])).toEqual([{ 1: true }]);
		await consequence.agree();
		expect(notice.text).toBe('This is not taken.');
	});
});
