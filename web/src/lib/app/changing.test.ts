import { waitFor } from '@testing-library/svelte';
import 'fake-indexeddb/auto';
import { QueryClient } from '@tanstack/svelte-query';
import { expect, it, vi } from 'vitest';
import { identify } from '$lib/api/client';
import { saving } from './saving/saving.svelte';
import { Changing, forget } from './changing';

it('lets nothing wait for ever, and sends nothing under another name, when somebody signs out meanwhile', async () => {
	const queries = new QueryClient();
	const changing = new Changing(queries, 'class 1');
	identify(1, () => undefined);
	let answer: (text: string) => void = () => undefined;
	const first = new Promise<string>((resolve) => (answer = resolve));
	const send = vi.fn(() => Promise.resolve('second'));
	const begun = vi.fn(() => first);
	const made = Promise.allSettled([changing.make(begun), changing.make(send)]);
	expect(saving.others).toBe(2);
	// The first is on its way, the second waits for it.
	await waitFor(() => expect(begun).toHaveBeenCalled());
	identify(2, () => undefined);
	forget(queries);
	answer('first');
	const [one, two] = await made;
	expect(one.status).toBe('fulfilled');
	expect(two).toMatchObject({
		status: 'rejected',
		reason: { message: expect.stringContaining('not saved') as string }
	});
	expect(send).not.toHaveBeenCalled();
	expect(saving.others).toBe(0);
});

it('forgets what was fetched for whoever was signed in before', () => {
	const queries = new QueryClient();
	queries.setQueryData(['mine'], 1);
	forget(queries);
	expect(queries.getQueryData(['mine'])).toBeUndefined();
});
