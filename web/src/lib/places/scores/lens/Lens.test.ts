import 'fake-indexeddb/auto';
import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Shapes } from '$lib/api/client';
import { saving } from '$lib/app/saving/saving.svelte';
import Around from '$lib/tests/Around.svelte';
import { columnOf, gridOf } from '$lib/tests/grid';
import { serve } from '$lib/tests/server';
import Lens from './Lens.svelte';

const event = (more: Partial<Shapes['EventOut']>): Shapes['EventOut'] => ({
	before: '', after: '', standards: [], beside: [], how: 'typed', who: 'Bo Birch', at: '2032-01-14T19:03:00', ...more
}); // prettier-ignore
const told: Shapes['LensOut'] = {
	text: '5', version: 3, percent: '10.0', words: 'counts', slip: null, meant: null, effects: [], ruler: [], drop: '',
	standards: [], history: [], phrases: ['Neat.']
}; // prettier-ignore
const user = userEvent.setup();
const enter = vi.spyOn(saving, 'enter').mockResolvedValue();
const entered = () => enter.mock.calls.map(([typed]) => typed);
const place = { classId: 1, student: 2, assignment: 3, version: 3 };
const work = [columnOf(3, { name: 'Map test 4', points: '50', shown: false }), columnOf(4)];

/** The lens on the first work of the second student, whose cells are given. */
function given(cells: Partial<Shapes['CellOut']>[] = [], more: object = {}): Record<string, unknown> {
	const { rows } = gridOf(
		[
			['Aoife', 'Bergström', []],
			['Matěj', 'Dvořáček', cells]
		],
		work
	);
	const row = rows[1]!;
	return { term: 7, row, column: work[0], name: 'Matěj Dvořáček', hasAliases: false, onworking: vi.fn(), ...more }; // prettier-ignore
}

async function open(
	more: Partial<Shapes['LensOut']> = {},
	cell: Partial<Shapes['CellOut']> = {},
	rest: object = {}
) {
	serve({
		'GET /api/v1/classes/1/scores/2/3': () => ({ ...told, ...more }),
		'GET /api/v1/classes/1/scores/2/4': () => new Promise(() => {}),
		'GET /api/v1/classes/1/students/2/phrases': () => ['Neat.', 'Check the north arrow.']
	});
	const part = given([{ text: '5', version: 3, comment: 'Come and see me.', ...cell }], rest);
	const { rerender } = render(Around, { part: Lens, given: part });
	await screen.findByText(more.words ?? told.words, { exact: false });
	return { onworking: part.onworking, go: (to: Record<string, unknown>) => rerender({ given: to }) };
}

beforeEach(() => enter.mockClear());

describe('the lens on a cell', () => {
	it('points a slip out, with what may have been meant, and takes either by a press', async () => {
		await open({ slip: 'Far from everybody else’s: the nearest is 30. Did you mean 50?', meant: '50' });
		await user.click(screen.getByRole('button', { name: 'Make it 50' }));
		await user.click(screen.getByRole('button', { name: '5 is right' }));
		expect(entered()).toEqual([
			{ ...place, text: '50' },
			{ ...place, text: null, meant: true }
		]);
	});

	it('tells what the score does to the grade, and opens its working', async () => {
		const effects = [
			{ words: 'as it is', percent: '82.0', mark: 'B–', place: 20 },
			{ words: 'without it', percent: null, mark: null, place: null }
		];
		const { onworking } = await open({
			effects,
			ruler: [{ mark: 'B–', place: 0 }],
			drop: 'It takes the drop.'
		});
		expect(screen.getByRole('row', { name: /as it is/ }).textContent).toMatch(/82.0\s*B–/);
		expect(screen.getByRole('row', { name: /without it/ }).textContent).toContain('—');
		expect(screen.getByText(/It takes the drop\./)).toBeTruthy();
		await user.click(screen.getByRole('button', { name: 'Working' }));
		expect(onworking).toHaveBeenCalledOnce();
	});

	it('sets a flag on what was there, and takes it away by another press', async () => {
		await open({}, { flag: 'late' });
		const flags = within(screen.getByRole('group', { name: 'Flags' }));
		expect(flags.getByRole('button', { pressed: true }).textContent).toBe('late');
		await user.click(flags.getByRole('button', { name: 'absent' }));
		await user.click(flags.getByRole('button', { name: 'late' }));
		expect(entered()).toEqual([
			{ ...place, text: null, flag: 'absent', was: { flag: 'late' } },
			{ ...place, text: null, flag: '', was: { flag: 'late' } }
		]);
	});

	it('offers what was written last and the bank’s short sentences, each once', async () => {
		await open({}, { comment: '' });
		await screen.findByRole('button', { name: 'Check the north arrow.' });
		const offered = within(screen.getByRole('list', { name: /Comments used last/ })).getAllByRole('button');
		expect(offered.map((each) => each.textContent)).toEqual(['Neat.', 'Check the north arrow.']);
	});

	it('tells what became of score and comment, and puts back what is no longer there', async () => {
		const history = [
			event({
				before: '5',
				after: '5',
				beside: [{ what: 'comment', before: 'Well.', after: 'Come and see me.' }]
			}),
			event({
				before: '5',
				after: '5',
				beside: [{ what: 'flag', before: 'late', after: '' }],
				how: 'undone'
			}),
			event({ before: '45', after: '5' }),
			event({
				before: '',
				after: '45',
				beside: [{ what: 'comment', before: '', after: 'Well.' }],
				how: 'pasted'
			})
		];
		await open({ history });
		const lines = screen.getAllByRole('listitem').filter((each) => each.textContent.includes('Bo Birch'));
		expect(lines.map((each) => each.textContent.replace(/\s+/g, ' ').trim())).toEqual([
			'comment: “Come and see me.” Bo Birch, Wed 14 Jan, 19:03, typed',
			'flag taken away Bo Birch, Wed 14 Jan, 19:03, undone',
			'5 Bo Birch, Wed 14 Jan, 19:03, typed',
			'45 put back 45 comment: “Well.” put back Well. Bo Birch, Wed 14 Jan, 19:03, pasted'
		]);
		await user.click(screen.getByRole('button', { name: 'put back 45' }));
		await user.click(screen.getByRole('button', { name: 'put back Well.' }));
		expect(entered()).toEqual([
			{ ...place, text: '45', how: 'put back' },
			{ ...place, text: null, comment: 'Well.', was: { comment: 'Come and see me.' }, how: 'put back' }
		]);
	});

	it('enters a score for one standard by itself, and takes one away', async () => {
		await open({
			standards: [
				{ name: 'Number', points: '6', text: '3', level: 'Secure' },
				{ name: 'Reading', points: null, text: '', level: null }
			]
		});
		await user.type(screen.getByLabelText('Reading here'), '4');
		await user.tab();
		await user.clear(screen.getByLabelText('Number here'));
		await user.tab();
		expect(entered().map((each) => each.text)).toEqual(['//4', '/-']);
	});

	it('has who, what and the comment at once, and shows nothing of another cell under them', async () => {
		const { go } = await open();
		const first = screen.getByText('counts', { exact: false });
		const cells = [{ comment: 'Come and see me.' }, { comment: 'Well drawn.' }];
		await go(given(cells, { column: work[1] }));
		expect(screen.getByText(/^Walk 4, 20 points, shown to families/)).toBeTruthy();
		expect(screen.getByLabelText<HTMLTextAreaElement>('Comment for the family').value).toBe('Well drawn.');
		expect(first.closest('[inert]')).toBeTruthy();
		expect(screen.getByRole('list').closest('[inert]')).toBeTruthy();
	});

	it('enters a comment where it was typed, though one goes to another cell', async () => {
		const { go } = await open();
		const field = screen.getByLabelText('Comment for the family');
		await user.type(field, ' Soon.');
		await go(given([{ text: '5', version: 3, comment: 'Come and see me.' }], { column: work[1] }));
		expect(entered()).toEqual([
			{ ...place, text: null, comment: 'Come and see me. Soon.', was: { comment: 'Come and see me.' } }
		]); // prettier-ignore
	});

	it('shows nothing that is written of a student where aliases stand for names', async () => {
		await open({ history: [event({ after: '5' })] }, {}, { name: '417', hasAliases: true });
		expect(screen.getByRole('heading', { name: '417' })).toBeTruthy();
		expect(screen.queryByRole('textbox')).toBeNull();
		expect(screen.queryByText('History')).toBeNull();
		expect(screen.getByText(/are not shown where aliases stand for names/)).toBeTruthy();
	});

	it('shows work that is not the student’s without anything to write in', async () => {
		await open({ text: '', words: 'not assigned' }, { text: '', state: 'not_assigned' });
		expect(screen.queryByRole('textbox')).toBeNull();
		expect(screen.getByText(/not assigned/)).toBeTruthy();
	});
});
