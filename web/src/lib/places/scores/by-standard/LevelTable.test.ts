import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import Around from '$lib/tests/Around.svelte';
import { serve } from '$lib/tests/server';
import '$lib/ui/menu/OpenMenu.svelte';
import LevelTable from './LevelTable.svelte';
import { branches, readLevel, within as inBranch, type Table } from './levels';
import StandardLens from './StandardLens.svelte';

const user = userEvent.setup();
const MARKS = ['Begun', 'Nearly', 'Secure', 'Beyond'].map((mark, place) => ({ mark, height: place / 3 }));

describe('a level that is typed', () => {
	it.each([
		['s', 'Secure'],
		['SEC', 'Secure'],
		['be', undefined],
		['bey', 'Beyond'],
		['1', 'Begun'],
		['4', 'Beyond'],
		['5', null],
		['x', null],
		['', ''],
		['-', '']
	])('%s is %s', (text, mark) => expect(readLevel(text, MARKS)).toBe(mark));
});

const HEARD = ['Hears', 'Shares'].map((mark, height) => ({ mark, height }));
const column = (name: string): Table['columns'][number] => ({
	name, code: '', wording: '', within: null, depth: 0, has_parts: false, pieces: 1, is_asked: name === 'Reading', lacking: 0, counts: [0, 0, 0, 0], own_levels: null
}); // prettier-ignore
const cell = (mark: string | null) => ({ mark, computed: mark, by_hand: false, from_parts: false, heights: mark ? [0.5] : [] }); // prettier-ignore
const row = (id: number, given_name: string, ...marks: (string | null)[]) => ({
	student_id: id, given_name, family_name: 'Rask', alias: `fern ${id}`, number: null, cells: marks.map(cell)
}); // prettier-ignore
const table: Table = {
	term_id: 1, term: 'Quarter 1', levels: MARKS, columns: [column('Adding'), column('Reading')], asked: 1, lacking: 1,
	rows: [row(1, 'Ada', 'Secure', null), row(2, 'Ben', 'Begun', 'Nearly'), row(3, 'Cleo', null, 'Secure')], has_aliases: false
}; // prettier-ignore

describe('a branch of the standards', () => {
	const named = [['Number', 0], ['Adding', 1], ['Measuring', 1], ['Lengths', 2], ['Reading', 0]] as const; // prettier-ignore
	const parts = ['Number', 'Measuring'];
	const columns = named.map(([name, depth]) => ({ ...column(name), depth, has_parts: parts.includes(name) }));
	const deep = { ...table, columns, rows: [row(1, 'Ada', 'Secure', 'Begun', 'Nearly', null, 'Beyond')] };
	const shown = (branch: string) => {
		const { columns, rows } = inBranch(deep, branch);
		return columns.map(({ name }, place) => `${name} ${rows[0]!.cells[place]!.mark}`);
	};

	it('is a standard with all its parts, however deep', () => {
		expect(branches(deep).map(({ name }) => name)).toEqual(parts);
		expect(shown('Measuring')).toEqual(['Measuring Nearly', 'Lengths null']);
		expect(shown('Number')).toHaveLength(4);
		expect(shown('')).toHaveLength(5);
	});
});

describe('the table of levels', () => {
	let set: { student: number; standard: string; mark: string }[][];
	let problems: string[];
	let done: string[];

	beforeEach(() => {
		[set, problems, done] = [[], [], []];
		render(LevelTable, {
			table: {
				...table,
				columns: [...table.columns, { ...column('Singing'), counts: [1, 2], own_levels: HEARD }],
				rows: table.rows.map((row) => ({ ...row, cells: [...row.cells, cell('Hears')] }))
			},
			nameOf: (row: Table['rows'][number]) => row.given_name,
			acts: (student: number, standard: string) => [
				{ key: 'k', words: 'the standard', act: () => done.push(`${student} ${standard}`) }
			],
			onlook: () => undefined,
			onhead: () => undefined,
			onset: (cells: (typeof set)[number]) => set.push(cells),
			onproblem: (words: string) => problems.push(words)
		});
	});

	const at = (name: RegExp) => screen.getByRole('gridcell', { name });

	it('sets a level as soon as its letters can be one alone, and goes down with Enter', async () => {
		await user.click(at(/^Ada, Adding: Secure/));
		await user.keyboard('be');
		expect(set).toEqual([]);
		await user.keyboard('y{Enter}n');
		expect(set).toEqual([
			[{ student: 1, standard: 'Adding', mark: 'Beyond' }],
			[{ student: 2, standard: 'Adding', mark: 'Nearly' }]
		]);
		expect(at(/^Ben, Adding/)).toBe(document.activeElement);
	});

	it('has a menu after Space, whose letter is no level, and goes on in the cell', async () => {
		await user.click(at(/^Ben, Reading/));
		await user.keyboard(' k');
		expect(done).toEqual(['2 Reading']);
		await user.keyboard('s');
		expect(set).toEqual([[{ student: 2, standard: 'Reading', mark: 'Secure' }]]);
		expect(at(/^Ben, Reading/)).toBe(document.activeElement);
	});

	it('sets, fills and takes back what is chosen together', async () => {
		await user.click(at(/^Ada, Reading: asked for, no evidence/));
		await user.keyboard('{Shift>}{ArrowDown}{ArrowDown}{/Shift}2');
		expect(set.pop()).toHaveLength(3);
		await user.keyboard('{Delete}');
		expect(set.pop()!.map(({ mark }) => mark)).toEqual(['', '', '']);
		await user.click(at(/^Ben, Reading/));
		await user.keyboard('{Shift>}{ArrowDown}{/Shift}{Control>}d{/Control}');
		expect(set.pop()).toEqual([{ student: 3, standard: 'Reading', mark: 'Nearly' }]);
	});

	it('has of a standard the levels that are its own', async () => {
		expect(screen.queryByRole('img', { name: '1 Hears, 2 Shares' })).not.toBeNull();
		await user.click(at(/^Ada, Singing: Hears/));
		await user.keyboard('2{Enter}s');
		expect(set.flat().map(({ mark }) => mark)).toEqual(['Shares', 'Shares']);
		// What would be one level in one column and none in the other is none.
		await user.click(at(/^Cleo, Reading/));
		await user.keyboard('{Shift>}{ArrowRight}{/Shift}n');
		expect(problems).toEqual(['n is none of the levels of Singing: Hears, Shares.']);
		expect(set).toHaveLength(2);
	});

	it('says what is no level, and what could be several', async () => {
		await user.click(at(/^Ada, Adding/));
		await user.keyboard('x');
		await user.keyboard('b{Enter}');
		expect(problems).toEqual([
			'x is none of the levels: Begun, Nearly, Secure, Beyond.',
			'b could be several levels: type one letter more.'
		]);
		expect(set).toEqual([]);
	});
});

describe('a standard', () => {
	const GROUPS = '/api/v1/classes/1/groups';
	const nameOf = ({ given_name }: Table['rows'][number]) => given_name;

	it('brings those at one level together as a group, and again as they are then', async () => {
		let groups = [{ id: 7, name: 'Reading: Secure', version: 3, students: [1] }];
		const asked = serve({
			[`GET ${GROUPS}`]: () => groups,
			[`POST ${GROUPS}`]: ({ body }) => {
				groups = [
					...groups,
					{ id: 8, version: 1, ...(body['groups'] as { name: string; students: number[] }[])[0]! }
				];
				return groups;
			},
			[`PATCH ${GROUPS}/7`]: () => groups
		});
		render(Around, { part: StandardLens, given: { table, standard: 'Reading', nameOf } });
		await waitFor(() => expect(asked.some((each) => each.method === 'GET')).toBe(true));
		await user.click(screen.getByRole('button', { name: /those at Nearly/ }));
		await user.click(screen.getByRole('button', { name: /those at Secure/ }));
		await waitFor(() => expect(asked.filter((each) => each.method !== 'GET')).toHaveLength(2));
		const [made, changed] = asked.filter((each) => each.method !== 'GET');
		expect(made!.body).toEqual({ groups: [{ name: 'Reading: Nearly', students: [2] }] });
		expect(changed!.body).toEqual({ version: 3, students: [3] });
	});
});
