import 'fake-indexeddb/auto';
import { QueryClient } from '@tanstack/svelte-query';
import { expect, it } from 'vitest';
import { Changing } from '$lib/app/changing';
import type { Shapes } from '$lib/api/client';
import { serve } from '$lib/tests/server';
import { Editing } from './editing';

it('bases each change on what one’s own before it made, also where the page does not show that yet', async () => {
	let version = 4;
	const asked = serve({ 'PATCH /api/v1/classes/1/assignments/7': () => ({ id: 7, version: ++version }) });
	const editing = new Editing(1, new Changing(new QueryClient(), 'class 1'));
	const walk = { id: 7, version: 4 } as Shapes['AssignmentOut'];
	await Promise.all(['8', '9', '10'].map((points) => editing.changeAssignment(walk, { points })));
	expect(asked.map((each) => each.body)).toEqual([
		{ points: '8', version: 4 },
		{ points: '9', version: 5 },
		{ points: '10', version: 6 }
	]);
});
