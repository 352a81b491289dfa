import { QueryClient, QueryObserver } from '@tanstack/svelte-query';
import { expect, it, vi } from 'vitest';
import { fetchAnew } from './stale';

it('fetches once more what is fetched for the first time while a change is made', async () => {
	const queries = new QueryClient();
	const answers: ((text: string) => void)[] = [];
	const queryFn = vi.fn(() => new Promise<string>((resolve) => answers.push(resolve)));
	const seen = new QueryObserver(queries, { queryKey: ['class', 1], queryFn });
	const stop = seen.subscribe(() => undefined);
	const made = fetchAnew(queries, { queryKey: ['class'] });
	await vi.waitFor(() => expect(queryFn).toHaveBeenCalledTimes(2));
	answers[1]!('as changed');
	// The first answer comes last, and tells of the time before.
	answers[0]!('as before');
	await made;
	expect(seen.getCurrentResult().data).toBe('as changed');
	stop();
});

it('leaves alone what the change does not touch', async () => {
	const queries = new QueryClient();
	let answer: (text: string) => void = () => undefined;
	const queryFn = vi.fn(() => new Promise<string>((resolve) => (answer = resolve)));
	const seen = new QueryObserver(queries, { queryKey: ['class', 1, 'lens', 7], queryFn });
	const stop = seen.subscribe(() => undefined);
	await fetchAnew(queries, {
		queryKey: ['class', 1, 'lens'],
		predicate: ({ queryKey }) => queryKey[3] === 8
	});
	answer('there');
	await vi.waitFor(() => expect(seen.getCurrentResult().data).toBe('there'));
	expect(queryFn).toHaveBeenCalledTimes(1);
	stop();
});
