import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it } from 'vitest';
import type { Shapes } from '$lib/api/client';
import { serve } from '$lib/tests/server';
import InSchool from './InSchool.test.svelte';

const user = userEvent.setup();
const CLASSES = '/api/v1/schools/1/terms/3/classes';
const term = { id: 3, name: 'Quarter 2', kind: 'quarter', starts: '2031-11-03', ends: '2032-01-20', window: null, within: null }; // prettier-ignore
const year = { year_id: 1, teachers: [] };

function some(from: number, state: Shapes['StandOut']['state']): Shapes['ClassStandOut'][] {
	const stand = {
		state,
		posted: state === 'posted' ? 20 : 0,
		left: state === 'posted' ? 0 : 20,
		changed: 0,
		words: ''
	};
	return Array.from({ length: 50 }, (_, place) => {
		const id = from + place;
		return { id, name: `Class ${id}`, teachers: ['Ann Alder'], stand };
	});
}

it('looks at classes a page at a time, says how far it is, and goes on where it failed', async () => {
	let pages = 0;
	let isAway = true;
	serve({
		[`GET ${CLASSES}`]: () => {
			pages += 1;
			if (pages === 1) return { classes: some(1, 'posted'), after: 'next', count: 100 };
			return isAway ? 503 : { classes: some(51, 'not'), after: null, count: 100 };
		},
		'GET /api/v1/documents': () => []
	});
	render(InSchool, { year, term });
	expect(await screen.findByRole('rowheader', { name: 'Class 50' })).not.toBeNull();
	expect(screen.queryByText(/Looked at 50 of 100 classes/)).not.toBeNull();
	const goOn = await screen.findByRole('button', { name: 'Go on' });
	isAway = false;
	await user.click(goOn);
	await screen.findByRole('rowheader', { name: 'Class 100' });
	await waitFor(() => expect(screen.queryByText(/50 classes to go/)).not.toBeNull());
	expect([screen.queryByText(/Looked at/), screen.queryByRole('alert')]).toEqual([null, null]);
	await user.click(screen.getByRole('checkbox', { name: 'only what is not posted wholly' }));
	expect(screen.getAllByRole('rowheader')).toHaveLength(50);
});
