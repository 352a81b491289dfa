import 'fake-indexeddb/auto';
import { render, screen, waitFor, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { consequence } from '$lib/class/consequence/consequence.svelte';
import { saving } from '$lib/app/saving/saving.svelte';
import { columnOf, gridOf } from '$lib/tests/grid';
import { serve } from '$lib/tests/server';
import Around from '$lib/tests/Around.svelte';
import ColumnLens from './ColumnLens.svelte';

const user = userEvent.setup();
const enterAll = vi.spyOn(saving, 'enterAll').mockResolvedValue();
const given = () =>
	enterAll.mock.calls.flatMap(([, typed]) => typed.map((each) => `${each.student} ${each.text}`));
const nothing = { grades: 0, up: 0, down: 0, marks: 0, changes: [], elsewhere: [] };
const falls = { ...nothing, grades: 2, down: 2 };
const students = ['Adeyemi', 'Åkerlund', 'Bashir', 'Çelik'];
const cells = [{ text: '12', level: 60 }, { text: '12', level: 60 }, {}, {}];

function open(more: Parameters<typeof columnOf>[1] = {}, would = nothing) {
	const asked = serve({
		'POST /api/v1/classes/1/scores/tried': () => would,
		'PATCH /api/v1/classes/1/assignments': () => ({ count: 1 })
	});
	const column = columnOf(1, { marked: 2, due: 4, ...more, figures: { ...columnOf(1).figures, count: 2 } });
	const grid = gridOf(
		students.map((family, place) => ['Tolu', family, [cells[place]!]]),
		[column]
	);
	const onaside = vi.fn();
	render(Around, { part: ColumnLens, given: { grid, column, hasAliases: false, onaside } });
	return { asked, onaside };
}

beforeEach(() => {
	enterAll.mockClear();
	consequence.current = null;
});

describe('the lens on a column', () => {
	it('gives the rest what is typed, and keeps it typed until that is done', async () => {
		open({}, falls);
		const rest = screen.getByLabelText<HTMLInputElement>('Give the 2 without a score');
		await user.type(rest, 'EX{Enter}');
		await waitFor(() => expect(consequence.current).toMatchObject({ would: falls }));
		expect([rest.value, given()]).toEqual(['EX', []]);
		await consequence.agree();
		expect(given()).toEqual(['3 EX', '4 EX']);
		expect(rest.value).toBe('');
	});

	it('says what it is and how it stands', () => {
		open({ shown: false, closed: true, apart: true, category: null });
		expect(screen.getByText(/^in no category/).textContent).toBe(
			'in no category, 20 points, hidden from families, closed, not in the grade'
		);
		expect(screen.getByText('2 of 4 have a score.')).toBeTruthy();
	});

	it('offers what is the most common to the others', async () => {
		open();
		await user.click(screen.getByRole('button', { name: 'Give it to the rest' }));
		await waitFor(() => expect(given()).toEqual(['3 12', '4 12']));
	});

	it('gives a code to those who are chosen, whoever has a score already too', async () => {
		open();
		await user.click(screen.getByText('A code for chosen students'));
		await user.click(screen.getByRole('checkbox', { name: /Åkerlund/ }));
		await user.click(screen.getByRole('checkbox', { name: /Çelik/ }));
		await user.click(screen.getByRole('button', { name: 'Give to 2' }));
		await waitFor(() => expect(given()).toEqual(['2 EX', '4 EX']));
	});

	it('hides, locks and puts aside, each by one press', async () => {
		const { asked, onaside } = open();
		await user.click(screen.getByRole('button', { name: 'Hide it from families' }));
		await user.click(screen.getByRole('button', { name: 'Lock it: its scores stay as they are' }));
		expect(asked.map((each) => each.body)).toMatchObject([
			{ ids: [1], shown: false },
			{ ids: [1], locked: true }
		]);
		await user.click(screen.getByRole('button', { name: /Put it aside/ }));
		expect(onaside).toHaveBeenCalledOnce();
	});

	it('tells how scores lie, in words too, and says why nothing can be given where it is locked', () => {
		open({ lock: 'Scores come from the library and are entered there.' });
		expect(screen.getByRole('img', { name: '2 from 60 %' })).toBeTruthy();
		expect(screen.getByText(/are entered there/)).toBeTruthy();
		expect(screen.queryByRole('button', { name: 'Give it to the rest' })).toBeNull();
		const form = within(screen.getByLabelText('Give the 2 without a score').closest('form')!);
		expect(form.getByRole<HTMLButtonElement>('button', { name: 'Give' }).disabled).toBe(true);
	});
});
