import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { columnOf, gridOf } from '$lib/tests/grid';
import PaperLine from './PaperLine.svelte';

const grid = gridOf([
	['Tolu', 'Adeyemi', [{ text: '12' }]],
	['Signe', 'Åkerlund', []],
	['Lena', 'Novak', []],
	['Lena', 'Novak', []]
]);
const user = userEvent.setup();
let onenter = vi.fn();
let onundo = vi.fn();

function open(more: object = {}): void {
	const roster = grid.rows.map((row) => ({
		row,
		cell: row.cells[1]!,
		text: row.cells[1]!.text,
		isIn: Boolean(row.cells[1]!.text)
	}));
	const earlier = (row: { student_id: number }) => `Map 1 ${row.student_id * 10} of 40`;
	render(PaperLine, {
		roster, work: columnOf(1), codes: grid.codes, levels: null, hasAliases: false, earlier, isAnyBlank: true, groups: [], pointed: [],
		onenter, onundo, ...more
	}); // prettier-ignore
}

const entered = () =>
	onenter.mock.calls.map(([rows, line]) => [
		rows.map((each: { student_id: number }) => each.student_id),
		line
	]);
const name = () => screen.getByRole('combobox', { name: /on the paper/ });

beforeEach(() => {
	onenter = vi.fn();
	onundo = vi.fn();
});

describe('the line of a paper', () => {
	it('takes a name and a score, and is ready for the next', async () => {
		open();
		expect(document.activeElement).toBe(name());
		await user.keyboard('aker{Enter}17{Enter}');
		expect(entered()).toEqual([[[2], { text: '17' }]]);
		expect(document.activeElement).toBe(name());
		await user.keyboard('adey{Enter}');
		expect(screen.getByRole('status').textContent).toContain('Has 12 now');
	});

	it('gives several students the same score', async () => {
		open();
		await user.keyboard('adey,aker,{Enter}15 L; together{Enter}');
		expect(entered()).toEqual([[[1, 2], { text: '15', flag: 'late', comment: 'together' }]]);
	});

	it('gives all of a group the same: its name typed, or pressed', async () => {
		open({ groups: [{ id: 1, name: 'Ferns', version: 0, students: [1, 3, 99] }] });
		await user.keyboard('ferns{Enter}');
		expect(screen.getByRole('status').textContent).toContain('2 students get the same.');
		await user.keyboard('15;well made{Enter}');
		await user.click(screen.getByRole('button', { name: /^Ferns/ }));
		await user.keyboard('16{Enter}');
		expect(entered()).toEqual([
			[[1, 3], { text: '15', comment: 'well made' }],
			[[1, 3], { text: '16' }]
		]);
	});

	it('tells two of one name apart by their earlier work, and the arrow takes the second', async () => {
		open();
		await user.keyboard('nov');
		expect(screen.getByRole('status').textContent).toContain('Two students have this name');
		expect(screen.getAllByRole('option').map((each) => each.textContent)).toEqual([
			expect.stringContaining('Map 1 30 of 40'),
			expect.stringContaining('Map 1 40 of 40')
		]);
		await user.keyboard('{ArrowDown}{Enter}9{Enter}');
		expect(entered()).toEqual([[[4], { text: '9' }]]);
	});

	it('says that nobody has a name, and keeps it', async () => {
		open();
		await user.keyboard('zz{Enter}');
		expect(screen.getByRole('status').textContent).toContain('Nobody here is called zz.');
		expect(name()).toHaveProperty('value', 'zz');
		expect(onenter).not.toHaveBeenCalled();
	});

	it('does not enter an empty line, and goes back to the name by Esc', async () => {
		open();
		await user.keyboard('aker{Enter}{Enter}');
		expect(onenter).not.toHaveBeenCalled();
		expect(screen.getByRole('status').textContent).toContain('Type a score, a mark or a code');
		await user.keyboard('{Escape}');
		expect(document.activeElement).toBe(name());
	});

	it('takes a comment alone, written in a field of its own', async () => {
		open();
		await user.keyboard('adey{Enter}');
		await user.click(screen.getByRole('button', { name: 'Add a comment' }));
		await user.type(screen.getByLabelText('Comment for the family'), 'Well seen.');
		await user.click(screen.getByRole('button', { name: 'Next paper' }));
		expect(entered()).toEqual([[[1], { text: '', comment: 'Well seen.' }]]);
	});

	it('goes through the roster in order, by who has nothing yet', async () => {
		open();
		await user.click(screen.getByRole('radio', { name: 'the roster in order' }));
		await user.keyboard('11{Enter}{Enter}13{Enter}');
		expect(entered()).toEqual([
			[[2], { text: '11' }],
			[[4], { text: '13' }]
		]);
	});

	it('takes the last paper back by Ctrl Z where nothing is typed', async () => {
		open();
		await user.keyboard('a{Control>}z{/Control}');
		expect(onundo).not.toHaveBeenCalled();
		await user.keyboard('{Escape}{Control>}z{/Control}');
		expect(onundo).toHaveBeenCalledOnce();
	});

	it('looks at aliases alone where those stand in place of names', async () => {
		open({ hasAliases: true });
		await user.keyboard('aker');
		expect(screen.queryAllByRole('option')).toEqual([]);
		await user.clear(name());
		await user.keyboard('899{Enter}8{Enter}');
		expect(entered()).toEqual([[[2], { text: '8' }]]);
		expect(document.body.textContent).not.toContain('Åkerlund');
	});

	it('names the criteria and standards that a line with strokes goes through', async () => {
		const levels = ['thin', 'sound', 'rich'].map((name) => ({ name, wording: '', points: '1' }));
		const criteria = ['Argument', 'Sources'].map((name) => ({
			name, levels, description: '', points: '3', standard: null, counts: []
		})); // prettier-ignore
		const told = () =>
			screen
				.getByRole('status')
				.textContent?.replace(/[\s,]+/g, ' ')
				.trim();
		const [mine] = grid.rows;
		const cell = { ...mine!.cells[1]!, levels: [3, 0] };
		open({
			work: columnOf(1, { criteria, standards: ['Speaking'] }),
			roster: [{ row: mine, cell, text: '12', isIn: true }]
		});
		await user.keyboard('adey{Enter}');
		expect(told()).toContain('Has 12 Argument rich now');
		await user.click(screen.getByRole('textbox', { name: /or for the whole/ }));
		await user.keyboard('/');
		expect(told()).toBe(
			'Points as it is Argument as it is Sources as it is Speaking as it is thin sound rich'
		);
		await user.keyboard('2//sec; either/or');
		expect(told()).toContain('Argument 2 Sources as it is Speaking sec');
		// A level chosen by its key goes where none is typed.
		await user.click(screen.getAllByRole('radio', { name: /rich/ })[1]!);
		await user.click(screen.getByRole('button', { name: 'Next paper' }));
		expect(entered()).toEqual([[[1], { text: '/2/3/sec', comment: 'either/or' }]]);
	});

	it('types by a pad of its own, with a half and the codes', async () => {
		open();
		await user.keyboard('aker{Enter}');
		const pad = screen.getByRole('group', { name: 'Number pad' });
		const press = (label: string | RegExp) =>
			user.click(
				[...pad.querySelectorAll('button')].find((each) =>
					(each.getAttribute('aria-label') ?? each.textContent)?.match(label)
				)!
			);
		await press(/^1$/);
		await press(/^7$/);
		await press(/½|half/i);
		await user.click(screen.getByRole('button', { name: 'Next paper' }));
		expect(entered()).toEqual([[[2], { text: '17.5' }]]);
	});
});
