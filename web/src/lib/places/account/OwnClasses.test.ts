import 'fake-indexeddb/auto';
import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it } from 'vitest';
import { serve } from '$lib/tests/server';
import Around from '$lib/tests/Around.svelte';
import OwnClasses from './OwnClasses.svelte';

const user = userEvent.setup();
const session = {
	person_id: 1, name: '', school_id: 1, school: '', schools: [], year: '', today: null, days_off: [], roles: ['teacher'],
	classes: [], children: [], is_empty: false, lacks_second_factor: false, makes_classes: false
}; // prettier-ignore

it('moves a class with the name that was typed just before', async () => {
	let classes = [
		{ id: 1, name: 'Botany A', own_name: '', shows_percent: true },
		{ id: 2, name: 'Mosses C', own_name: '', shows_percent: true }
	];
	const asked = serve({
		'GET /api/v1/own-classes': () => classes,
		'GET /api/v1/session': () => session,
		'PUT /api/v1/own-classes': ({ body }) => {
			const given = body['classes'] as { id: number; own_name: string }[];
			classes = given.map((each) => ({ ...classes.find(({ id }) => id === each.id)!, ...each }));
			return classes;
		}
	});
	render(Around, { part: OwnClasses, given: {} });
	await user.type(await screen.findByLabelText('Mosses C'), 'Green things');
	await user.click(screen.getByRole('button', { name: /^Up.*Mosses C/ }));
	const sent = () => asked.filter(({ body }) => 'classes' in body).map(({ body }) => body['classes']);
	await waitFor(() => expect(sent()).toHaveLength(2));
	expect(sent()[1]).toEqual([
		{ id: 2, own_name: 'Green things', shows_percent: true },
		{ id: 1, own_name: '', shows_percent: true }
	]);
	// The focus follows once the answer is there.
	await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Mosses C')));
});
