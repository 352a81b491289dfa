import { describe, expect, it, vi } from 'vitest';
import { Latest } from './latest.svelte';

/** A list that is saved one go after another, each when it is told to be. */
function list() {
	let saved: number[] = [1];
	const goes: (() => void)[] = [];
	const send = vi.fn(
		(value: number[]) =>
			new Promise<void>((done, fail) =>
				goes.push(() => (value.includes(13) ? fail(new Error('13')) : ((saved = value), done())))
			)
	);
	return { latest: new Latest<number[]>(() => saved, send), send, goes };
}

describe('a value that is sent as a whole', () => {
	it('loses nothing of what is changed quickly, and sends the newest last', async () => {
		const { latest, send, goes } = list();
		const done = [2, 3, 4].map((each) => latest.change((now) => [...now, each]));
		expect(latest.now).toEqual([1, 2, 3, 4]);
		for (const go of goes) go();
		await Promise.all(done);
		expect(send.mock.calls.map(([value]) => value)).toEqual([
			[1, 2],
			[1, 2, 3],
			[1, 2, 3, 4]
		]);
		expect(latest.now).toEqual([1, 2, 3, 4]);
	});

	it('shows what is saved where the last was refused', async () => {
		const { latest, goes } = list();
		const done = latest.change((now) => [...now, 13]);
		expect(latest.now).toEqual([1, 13]);
		goes[0]!();
		await expect(done).rejects.toThrow('13');
		expect(latest.now).toEqual([1]);
	});
});
