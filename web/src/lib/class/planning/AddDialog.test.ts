import 'fake-indexeddb/auto';
import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { notice } from '$lib/app/notice.svelte';
import Around from '$lib/tests/Around.svelte';
import { serve } from '$lib/tests/server';
import AddDialog from './AddDialog.svelte';

const user = userEvent.setup();
const fieldwork = { id: 4, name: 'Fieldwork', is_default: true, default_points: '20' };

async function open(answers: Parameters<typeof serve>[0] = {}, plan = {}) {
	const known = { term_id: 7, term: 'Quarter 2', parts: [], categories: [fieldwork], ...plan };
	const asked = serve({ 'GET /api/v1/classes/1/plan': () => known, ...answers });
	const onadded = vi.fn();
	render(Around, { part: AddDialog, given: { term: 7, open: true, onadded } });
	await waitFor(() => expect(screen.queryByText('Looking at the plan…')).toBeNull());
	return { onadded, added: () => asked.filter((each) => each.method === 'POST').map((each) => each.body) };
}

const name = () => screen.getByLabelText<HTMLInputElement>('New assignment');

beforeEach(() => notice.clear());

describe('adding an assignment from where scores are entered', () => {
	it('takes what its category usually has, and gives it over', async () => {
		const made = { id: 40, term_id: 7, term: 'Quarter 2' };
		const { onadded, added } = await open({ 'POST /api/v1/classes/1/assignments': () => made });
		await user.type(name(), 'Dams{Enter}');
		await waitFor(() => expect(onadded).toHaveBeenCalledWith(40));
		expect(added()).toEqual([{ name: 'Dams', category_id: 4, due_on: null, term_id: 7 }]);
		await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
	});

	it('says which term it came into where that is another', async () => {
		const made = { id: 40, term_id: 8, term: 'Quarter 3' };
		const { onadded } = await open({ 'POST /api/v1/classes/1/assignments': () => made });
		await user.type(name(), 'Dams{Enter}');
		await waitFor(() => expect(notice.text).toBe('Dams is added to quarter 3.'));
		expect(onadded).not.toHaveBeenCalled();
	});

	it('keeps what was refused, or names it where the next is being typed', async () => {
		let refuse = (): void => undefined;
		const { onadded } = await open({
			'POST /api/v1/classes/1/assignments': () => new Promise((answer) => (refuse = () => answer(422)))
		});
		await user.type(name(), 'Dams{Enter}');
		await waitFor(() => expect(name().value).toBe(''));
		await waitFor(refuse);
		expect((await screen.findByRole('alert')).textContent?.trim()).toBe('This is not taken.');
		expect(name().value).toBe('Dams');
		await user.type(name(), '{Enter}Weirs');
		await waitFor(refuse);
		await waitFor(() =>
			expect(screen.getByRole('alert').textContent?.trim()).toBe('Dams was not added: This is not taken.')
		);
		expect(name().value).toBe('Weirs');
		expect(onadded).not.toHaveBeenCalled();
	});

	it('says where it goes in a semester', async () => {
		await open({}, { term: 'Semester 1', parts: [{ term_id: 8, name: 'Quarter 1' }] });
		expect(screen.getByText(/Semester 1 has no assignments of its own/)).toBeTruthy();
		expect(screen.getByRole('link', { name: 'Quarter 1' }).getAttribute('href')).toBe('?term=8');
	});

	it('sends to the plan first where there is none', async () => {
		await open({}, { categories: [] });
		expect(screen.getByRole('link', { name: 'Begin its plan' }).getAttribute('href')).toContain('/plan');
	});
});
