import 'fake-indexeddb/auto';
import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { notice } from '$lib/app/notice.svelte';
import Around from '$lib/tests/Around.svelte';
import { serve } from '$lib/tests/server';
import DraftBand from './DraftBand.svelte';

const user = userEvent.setup();
const draft = {
	by: 'Odalys Brandt', grades: 9, up: 7, down: 2, marks: 3, changes: [], elsewhere: [],
	edits: [{ mark: 'category 4', field: 'weight', words: 'The weight of Map tests', was: '35', now: '40' }]
}; // prettier-ignore

async function open(answers: Parameters<typeof serve>[0] = {}) {
	const asked = serve({ 'GET /api/v1/classes/1/draft/changes': () => draft, ...answers });
	render(Around, { part: DraftBand, given: { term: 7 } });
	await screen.findByText('Draft: 9 grades would change');
	return () => asked.filter((each) => each.method !== 'GET').map((each) => `${each.method} ${each.path}`);
}

beforeEach(() => notice.clear());

describe('a draft of the plan', () => {
	it('says what it would change, and what of that it could not when it is applied', async () => {
		const changed = await open({
			'POST /api/v1/classes/1/draft/apply': () => ({ kept: ['Walk 2 has gone.'] })
		});
		expect(screen.getByRole('region', { name: 'Draft' }).textContent).toMatch(/7 up and\s+2 down; 3\s+marks/);
		await user.click(screen.getByRole('button', { name: 'Apply to 9 grades' }));
		await waitFor(() => expect(notice.text).toMatch(/^Applied: 9 grades changed\. .* Walk 2 has gone\.$/));
		expect(changed()).toEqual(['POST /api/v1/classes/1/draft/apply']);
	});

	it('is thrown away as a whole, or put back change by change', async () => {
		const changed = await open({
			'DELETE /api/v1/classes/1/draft': () => ({}),
			'DELETE /api/v1/classes/1/draft/category%204/weight': () => ({})
		});
		await user.click(screen.getByRole('button', { name: 'Show the list' }));
		await user.click(screen.getByRole('button', { name: 'put back The weight of Map tests' }));
		await waitFor(() => expect(notice.text).toBe('The weight of Map tests is as it was.'));
		await user.click(screen.getByRole('button', { name: 'Throw away' }));
		await waitFor(() => expect(notice.text).toBe('The draft is thrown away; the plan is as it was.'));
		expect(changed()).toEqual([
			'DELETE /api/v1/classes/1/draft/category%204/weight',
			'DELETE /api/v1/classes/1/draft'
		]);
	});

	it('stays where applying it was refused, with the reason', async () => {
		await open({ 'POST /api/v1/classes/1/draft/apply': () => 422 });
		await user.click(screen.getByRole('button', { name: 'Apply to 9 grades' }));
		await waitFor(() => expect([notice.text, notice.isProblem]).toEqual(['This is not taken.', true]));
		expect(screen.getByRole('region', { name: 'Draft' })).toBeTruthy();
	});
});
