import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { saving } from '$lib/app/saving/saving.svelte';
import { columnOf, gridOf } from '$lib/tests/grid';
import type { Problem } from '$lib/app/saving/queue';
import { Entering } from './entering.svelte';

const enter = vi.spyOn(saving, 'enter').mockResolvedValue();
const enterAll = vi.spyOn(saving, 'enterAll').mockResolvedValue();
const locked = columnOf(2, { lock: 'It is locked. Unlock it to enter scores.' });
const made = () =>
	gridOf([
		['Tolu', 'Adeyemi', [{ text: '12', version: 2 }, { text: '5' }]],
		['Signe', 'Åkerlund', [{ state: 'not_assigned' }, {}]],
		['Hamza', 'Bashir', []]
	], [columnOf(1), locked]); // prettier-ignore
let grid = made();
const entering = new Entering(
	() => 1,
	() => grid
);
const first = { row: 0, column: 0 };
const entered = () =>
	enter.mock.calls.map(([typed]) => `${typed.student}.${typed.assignment} ${typed.text} on ${typed.version}`);

beforeEach(() => {
	enter.mockClear();
	enterAll.mockClear();
	saving.problems = [];
	grid = made();
});

describe('entering in the grid', () => {
	it('enters where typing began, wherever that student stands by then', () => {
		entering.begin(first);
		grid = { ...grid, rows: grid.rows.toReversed() };
		entering.enter(' 17 ');
		expect(entered()).toEqual(['1.1 17 on 2']);
	});

	it('reads a flag and a comment behind the score, and halves, as a stack does', () => {
		const typed = (text: string) => {
			enter.mockClear();
			entering.begin(first);
			entering.enter(text);
			return enter.mock.calls[0]?.[0];
		};
		expect(typed('9½ L; well drawn')).toMatchObject({ text: '9.5', flag: 'late', comment: 'well drawn' });
		expect(typed('; well drawn')).toMatchObject({ text: null, comment: 'well drawn', was: { comment: '' } });
		expect(typed('12 I')).toMatchObject({ text: null, flag: 'incomplete' });
		expect(typed('12')).toBeUndefined();
	});

	it('builds on the version that stood there when typing began, not on a colleague’s since', () => {
		entering.begin(first);
		grid.rows[0]!.cells[1]!.version = 3;
		entering.enter('17');
		expect(entered()).toEqual(['1.1 17 on 2']);
	});

	it('builds on one’s own earlier entry that was saved meanwhile, and not on what was saved beside it', () => {
		const saved = (what: 'score' | 'beside', version: number) =>
			entering.saved({ saved: [{ student: 1, assignment: 1, what, version }] } as Parameters<
				typeof entering.saved
			>[0]);
		entering.begin(first);
		saved('score', 5);
		saved('beside', 6);
		entering.enter('17');
		expect(entered()).toEqual(['1.1 17 on 5']);
	});

	it('enters nothing where nothing else was typed, nor twice, nor after it was left', () => {
		entering.begin(first);
		entering.enter('12');
		entering.enter('13');
		entering.begin(first);
		entering.leave();
		entering.enter('14');
		expect(entered()).toEqual([]);
	});

	it('enters the same text again where it was not taken, on top of what was there', () => {
		const theirs = { text: '8', version: 6, who: 'Bo', at: '' };
		const place = { classId: 1, student: 1, assignment: 1 };
		saving.problems = [
			{ ...place, id: '1', person: 1, term: 7, what: 'score', typed: '9', message: '', theirs } as Problem
		];
		entering.begin(first);
		entering.enter('9');
		expect(entered()).toEqual(['1.1 9 on 6']);
	});

	it('takes a code, and no number, beside scores that come from elsewhere', () => {
		Object.assign(locked, { excuses: true });
		const there = { row: 0, column: 1 };
		expect(entering.lock(there, 'ex')).toBe('');
		expect(entering.lock(there, '9')).toContain('It is locked.');
		expect(entering.lock(there)).toContain('It is locked.');
		Object.assign(locked, { excuses: false });
	});

	it('says why nothing can be entered', () => {
		expect(entering.lock(first)).toBe('');
		expect(entering.lock({ row: 1, column: 0 })).toBe('This work is not assigned to this student.');
		expect(entering.lock({ row: 0, column: 1 })).toContain('It is locked.');
		expect(entering.lock({ row: 9, column: 9 })).toBe('There is no cell here.');
	});

	it('enters a rectangle together, without what is locked or there already', () => {
		const cells = [0, 1, 2].flatMap((row) => [0, 1].map((column) => ({ at: { row, column }, text: '12' })));
		expect(entering.enterAll(cells, 'filled')).toBe(1);
		expect(enterAll.mock.calls[0]).toEqual([
			7,
			[{ classId: 1, student: 3, assignment: 1, text: '12', version: 0, how: 'filled' }]
		]);
	});
});
