import { expect, it, vi } from 'vitest';
import { KeptStore, OPENS_WITHIN } from './store';

vi.mock('idb', () => ({ openDB: () => new Promise(() => undefined) }));

it('a database that never answers is given up, so that the tab can go on without it', async () => {
	vi.useFakeTimers();
	const opened = expect(KeptStore.open('silent')).rejects.toThrow('does not answer');
	await vi.advanceTimersByTimeAsync(OPENS_WITHIN);
	await opened;
	vi.useRealTimers();
});
