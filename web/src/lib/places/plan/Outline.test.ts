import 'fake-indexeddb/auto';
import { fireEvent, render, screen, waitFor, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal, type Shapes } from '$lib/api/client';
import { notice } from '$lib/app/notice.svelte';
import type { Editing } from '$lib/class/planning/editing';
import Around from '$lib/tests/Around.svelte';
import Outline from './Outline.svelte';

const user = userEvent.setup();
const category = (id: number, name: string) => ({
	id, name, sign: name.slice(0, 2), colour: 0, weight: '50', method: 'points', version: 1, was: {}, drop_lowest: 0, drop_highest: 0
}); // prettier-ignore
const work = (id: number, name: string, category_id: number | null) => ({
	id, name, short_name: name, category_id, points: '20', version: 1, was: {}, counts: true, chosen: [], standards: [], families: 'shown'
}); // prettier-ignore
const plan = {
	term_id: 7, term: 'Quarter 2', weights: { sum: '100' }, terms: [], semesters: [], method: 'weighted',
	categories: [category(1, 'Walks'), category(2, 'Maps')],
	assignments: [work(1, 'Shore', 1), work(2, 'Wind', 1), work(3, 'Atlas', 2), work(4, 'Poster', null)]
}; // prettier-ignore

function open(refused?: string) {
	const editing = {
		changeAssignment: vi.fn(async () => {
			if (refused) throw new Refusal(refused, 422);
		}),
		order: vi.fn(async () => {}),
		move: vi.fn(async () => {})
	};
	const given = {
		plan: plan as unknown as Shapes['PlanOut'],
		onremove: vi.fn(),
		onopen: vi.fn()
	};
	render(Around, { part: Outline, given, editing: editing as unknown as Editing });
	const row = (name: string) => screen.getByRole('checkbox', { name: `Choose ${name}` }).closest('tr')!;
	const drag = async (name: string, onto: HTMLElement) => {
		await fireEvent.dragStart(within(row(name)).getByTitle('Drag to move'));
		await fireEvent.dragOver(onto);
		await fireEvent.drop(onto);
	};
	return { ...editing, row, drag };
}

beforeEach(() => notice.clear());

describe('the outline', () => {
	it('puts what is dragged before the row that it is let go of over', async () => {
		const { row, drag, order, changeAssignment } = open();
		await drag('Wind', row('Shore'));
		await waitFor(() => expect(order).toHaveBeenCalledExactlyOnceWith('assignment', [2, 1, 3, 4]));
		expect(changeAssignment).not.toHaveBeenCalled();
	});

	it('takes it into the category among whose work, or over whose name, it is let go', async () => {
		const { row, drag, order, changeAssignment } = open();
		await drag('Poster', row('Atlas'));
		await waitFor(() => expect(order).toHaveBeenLastCalledWith('assignment', [1, 2, 4, 3]));
		expect(changeAssignment).toHaveBeenLastCalledWith(plan.assignments[3], { category_id: 2 });
		await drag('Shore', screen.getByRole('checkbox', { name: 'Choose all of Maps' }).closest('tr')!);
		await waitFor(() => expect(order).toHaveBeenLastCalledWith('assignment', [2, 1, 3, 4]));
		expect(changeAssignment).toHaveBeenLastCalledWith(plan.assignments[0], { category_id: 2 });
	});

	it('leaves everything where it was when the category does not take it', async () => {
		const { row, drag, order } = open('A colleague changed Poster meanwhile.');
		await drag('Poster', row('Atlas'));
		await waitFor(() => expect(notice.text).toBe('A colleague changed Poster meanwhile.'));
		expect(order).not.toHaveBeenCalled();
	});

	it('chooses with Shift all from the one chosen last, and by a category all that is in it', async () => {
		open();
		const box = (name: string) => screen.getByRole('checkbox', { name });
		const chosen = () =>
			screen
				.getAllByRole('checkbox', { name: /^Choose (?!all)/ })
				.filter((each) => each.getAttribute('aria-checked') === 'true').length;
		await user.click(box('Choose Shore'));
		await user.keyboard('{Shift>}');
		await user.click(box('Choose Atlas'));
		await user.keyboard('{/Shift}');
		expect(chosen()).toBe(3);
		await user.click(box('Choose all of Walks'));
		expect(chosen()).toBe(1);
	});

	it('finds work by any part of its name, without accents', async () => {
		open();
		await user.type(screen.getByLabelText('Find an assignment'), 'ätl');
		expect(screen.getAllByRole('checkbox', { name: /^Choose (?!all)/ })).toHaveLength(1);
	});

	it('moves a row by Alt and the arrows', async () => {
		const { row, move } = open();
		await fireEvent.keyDown(row('Wind'), { key: 'ArrowUp', altKey: true });
		expect(move.mock.lastCall).toMatchObject(['assignment', expect.anything(), 2, -1]);
	});
});
