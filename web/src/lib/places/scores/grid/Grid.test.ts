import 'fake-indexeddb/auto';
import { fireEvent, render, screen, waitFor, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { saving } from '$lib/app/saving/saving.svelte';
import Around from '$lib/tests/Around.svelte';
import { columnOf, gridOf } from '$lib/tests/grid';
import { usual } from '$lib/class/view';
import Grid from './Grid.svelte';

const user = userEvent.setup();
const enter = vi.spyOn(saving, 'enter').mockResolvedValue();
const enterAll = vi.spyOn(saving, 'enterAll').mockResolvedValue();
const told = { key: vi.fn(), select: vi.fn(), head: vi.fn(), working: vi.fn() };
const students = ['Adeyemi', 'Åkerlund', 'Bashir'].map((family): [string, string, object[]] => [
	'Tolu', family, [{ text: '12', version: 2 }, { text: '' }]
]); // prettier-ignore

async function open(grid = gridOf(students), more: object = {}) {
	const given = {
		grid, view: usual, isAlone: false, acts: () => [], onlook: vi.fn(), on: { row: vi.fn(), paste: vi.fn(), ...told }, ...more
	}; // prettier-ignore
	render(Around, { part: Grid, given });
	const cell = (name: string) => screen.getByRole('gridcell', { name });
	await waitFor(() => expect(document.activeElement?.getAttribute('role')).toBe('gridcell'));
	return { cell, here: () => document.activeElement!.getAttribute('aria-label') };
}

beforeEach(() => vi.clearAllMocks());

describe('the grid', () => {
	it('is typed in as a spreadsheet is: what was typed is entered on the version that was seen, and one goes on', async () => {
		const { here } = await open();
		await user.keyboard('{Control>}{Home}{/Control}15{Enter}');
		expect(enter).toHaveBeenCalledExactlyOnceWith(
			{ classId: 1, student: 1, assignment: 1, text: '15', version: 2 },
			7
		);
		expect(here()).toMatch(/^Tolu Åkerlund, Walk 1:/);
		await user.keyboard('{Tab}');
		expect(here()).toMatch(/^Tolu Åkerlund, Walk 2:/);
	});

	it('leaves a cell as it was on Esc, and takes F2 for changing what is there', async () => {
		await open();
		await user.keyboard('{Control>}{Home}{/Control}15{Escape}');
		expect(enter).not.toHaveBeenCalled();
		await user.keyboard('{F2}5{Enter}');
		expect(enter.mock.calls[0]![0]).toMatchObject({ text: '125' });
	});

	it('goes on typing where one was after a look into another window, and enters what was typed on going elsewhere', async () => {
		const { cell } = await open();
		await user.keyboard('{Control>}{Home}{/Control}1');
		await fireEvent.blur(document.activeElement!);
		expect(enter).not.toHaveBeenCalled();
		await user.keyboard('7');
		await user.click(cell('Tolu Bashir, Walk 2: blank'));
		expect(enter.mock.calls.map(([{ text }]) => text)).toEqual(['17']);
	});

	it('empties all that is chosen together, and fills the first row down', async () => {
		await open();
		await user.keyboard('{Control>}{Home}{/Control}{Shift>}{ArrowDown}{ArrowDown}{/Shift}{Delete}');
		const texts = () => enterAll.mock.calls.at(-1)![1].map((each) => `${each.student} ${each.text}`);
		expect(texts()).toEqual(['1 ', '2 ', '3 ']);
		expect(told.select.mock.lastCall![2]).toHaveLength(3);
	});

	it('gives what is chosen to a spreadsheet, and takes it out where it is cut', async () => {
		await open();
		await user.keyboard('{Control>}{Home}{/Control}{Shift>}{ArrowDown}{ArrowRight}{/Shift}');
		const setData = vi.fn();
		await fireEvent.copy(document.activeElement!, { clipboardData: { setData } });
		expect(setData.mock.calls).toEqual([['text/plain', '12\t\n12\t\n']]);
		expect(enterAll).not.toHaveBeenCalled();
		await fireEvent.cut(document.activeElement!, { clipboardData: { setData } });
		expect(setData.mock.calls[1]).toEqual(setData.mock.calls[0]);
		expect(enterAll.mock.calls[0]![1].map((each) => `${each.student} ${each.text}`)).toEqual(['1 ', '2 ']);
	});

	it('leads by Ctrl and an arrow to what stands around the cells, by arrows on and back beside where one was', async () => {
		const { here } = await open();
		const at = () => document.activeElement!.textContent!.trim();
		await user.keyboard('{Control>}{Home}{/Control}{ArrowDown}{Control>}{ArrowLeft}{/Control}');
		expect(at()).toMatch(/^Tolu Åkerlund: .*; open its working$/);
		await user.keyboard('{ArrowLeft}');
		expect(at()).toMatch(/^Åkerlund, Tolu.*; the student’s grades$/);
		await user.keyboard('{ArrowDown}{ArrowRight}{Enter}');
		expect(told.working).toHaveBeenCalledOnce();
		await user.keyboard('{ArrowDown}{ArrowRight}');
		expect(document.activeElement!.getAttribute('aria-colindex')).toBe('3');
		await user.keyboard('{Escape}');
		expect(here()).toMatch(/^Tolu Bashir, Walk 1:/);
		await user.keyboard('{Control>}{Home}{ArrowUp}{/Control}');
		expect(here()).toBe('Order students by W 1');
		await user.keyboard('{ArrowUp}{ArrowRight}{Enter}');
		expect(here()).toBe('W 2: what can be done with the column');
		expect(told.head.mock.lastCall![0]).toMatchObject({ short_name: 'W 2' });
		await user.keyboard('{ArrowUp}{ArrowDown}{ArrowDown}');
		expect(here()).toMatch(/^Tolu Adeyemi, Walk 2:/);
	});

	it('keeps whoever goes up once too often among the cells, and takes what is typed in a head for the cell', async () => {
		const { here } = await open();
		await user.keyboard('{Control>}{Home}{/Control}15{ArrowUp}{ArrowUp}{ArrowLeft}');
		expect(enter.mock.calls[0]![0]).toMatchObject({ text: '15' });
		expect(here()).toMatch(/^Tolu Adeyemi, Walk 1:/);
		await user.keyboard('{Control>}{ArrowUp}{/Control}17{Enter}');
		expect(enter.mock.calls[1]![0]).toMatchObject({ student: 1, assignment: 1, text: '17' });
	});

	it('tells of every key, so that nothing that follows is in its way', async () => {
		await open();
		await user.keyboard('15{ArrowDown}');
		expect(told.key).toHaveBeenCalledTimes(3);
	});

	it('draws a part of a wide class, with the cell where one is wherever it lies, and says how large it is', async () => {
		const wide = Array.from({ length: 150 }, (_, place) => columnOf(place + 1));
		const { here } = await open(gridOf(students, wide));
		await user.keyboard('{Control>}{Home}{/Control}');
		const all = within(screen.getByRole('grid'));
		const drawn = all.getAllByRole('columnheader').length;
		expect(drawn).toBeLessThan(60);
		await user.keyboard('{Control>}{End}{/Control}');
		expect(here()).toMatch(/^Tolu Bashir, Walk 150:/);
		expect(document.activeElement!.getAttribute('aria-colindex')).toBe('152');
		expect(screen.getByRole('grid').getAttribute('aria-colcount')).toBe('152');
	});

	it('says in words what a cell is: blank, dropped, with a comment, locked', async () => {
		const { cell } = await open(
			gridOf(
				[['Signe', 'Åkerlund', [{ text: '9', dropped: true, comment: 'Well drawn.' }, { state: 'missing' }]]],
				[columnOf(1), columnOf(2, { lock: 'It comes from the library.' })]
			)
		);
		expect(cell('Signe Åkerlund, Walk 1: 9 dropped with a comment').textContent).toContain('9');
		const locked = cell('Signe Åkerlund, Walk 2: missing locked');
		expect(locked.getAttribute('aria-readonly')).toBe('true');
	});

	it('shows aliases in place of names, in what is read out too', async () => {
		const { cell } = await open(gridOf(students), { view: { ...usual, hasAliases: true } });
		expect(cell('900, Walk 1: 12').textContent).toContain('12');
		expect(screen.queryByText(/Adeyemi/)).toBeNull();
	});
});
