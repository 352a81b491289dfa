import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { UnsentText } from './unsent.svelte';

type Send = (value: string, version: number, isReady: boolean) => Promise<number>;
const saves: Send = (_, version) => Promise.resolve(version + 1);
const away: Send = () => Promise.reject(new Refusal('away', 0));

function text(send: Send, given = '', version = 1, person = 5) {
	const spy = vi.fn(send);
	const unsent = new UnsentText<string>({
		person, place: 'comment 1 2 3', given, version, send: spy, isSame: (one, other) => one === other
	}); // prettier-ignore
	const write = (value: string) => {
		unsent.value = value;
		unsent.touch();
	};
	return { unsent, spy, write };
}

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
	vi.useRealTimers();
	vi.restoreAllMocks();
	localStorage.clear();
});

describe('a text that saves itself', () => {
	it('is sent once the hand rests, one go at a time, each on one’s own last version', async () => {
		let done: (version: number) => void = () => undefined;
		const { unsent, spy, write } = text(() => new Promise((resolve) => (done = resolve)));
		write('She');
		await vi.advanceTimersByTimeAsync(700);
		write('She asks');
		await vi.advanceTimersByTimeAsync(700);
		expect(spy.mock.calls).toEqual([['She', 1, false]]);
		done(2);
		await vi.advanceTimersByTimeAsync(0);
		expect(spy.mock.calls[1]).toEqual(['She asks', 2, false]);
		done(3);
		await vi.advanceTimersByTimeAsync(0);
		expect(unsent.isKept).toBe(true);
		expect(localStorage.length).toBe(0);
	});

	it('that was left here goes on the version that it was written from, and only for its person', async () => {
		text(away).write('She asks');
		expect(text(saves, 'Theirs', 4, 6).unsent.value).toBe('Theirs');
		const overtaken: Send = () =>
			Promise.reject(new Refusal('Bo changed this meanwhile.', 409, null, 'stale'));
		const { unsent, spy } = text(overtaken, 'Theirs', 4);
		expect(unsent.value).toBe('She asks');
		await vi.advanceTimersByTimeAsync(20_000);
		// Once told, it is not sent again until somebody says so.
		expect(spy.mock.calls).toEqual([['She asks', 1, false]]);
		expect([unsent.problem, unsent.isOvertaken]).toEqual(['Bo changed this meanwhile.', true]);
		spy.mockImplementation(saves);
		expect(await unsent.insist(4)).toBe(true);
		expect(spy.mock.calls[1]).toEqual(['She asks', 4, false]);
	});

	it('is tried again while its page is open, and once more as that closes', async () => {
		const { unsent, spy, write } = text(away);
		write('She');
		await vi.advanceTimersByTimeAsync(700 + 4000);
		expect(spy).toHaveBeenCalledTimes(2);
		unsent.end();
		await vi.advanceTimersByTimeAsync(60_000);
		expect(spy).toHaveBeenCalledTimes(3);
		expect(localStorage.length).toBe(1);
	});

	it('goes on where the browser keeps nothing', async () => {
		const fails = () => {
			throw new Error('denied');
		};
		vi.stubGlobal('localStorage', { getItem: fails, setItem: fails, removeItem: fails });
		const { unsent, spy, write } = text(saves);
		write('She');
		expect(unsent.problem).toMatch(/keeps nothing/);
		await vi.advanceTimersByTimeAsync(700);
		expect(spy).toHaveBeenCalledOnce();
		expect(unsent.problem).toBe('');
		vi.unstubAllGlobals();
	});

	it('takes what somebody else wrote, where one says so', async () => {
		const overtaken: Send = () => Promise.reject(new Refusal('Bo changed this.', 409, null, 'stale'));
		const { unsent, spy, write } = text(overtaken);
		write('Mine');
		await vi.advanceTimersByTimeAsync(700);
		unsent.give('Theirs', 4);
		expect([unsent.value, unsent.problem, unsent.isKept, localStorage.length]).toEqual([
			'Theirs',
			'',
			true,
			0
		]);
		spy.mockImplementation(saves);
		write('Theirs, and mine');
		await vi.advanceTimersByTimeAsync(700);
		expect(spy.mock.calls.at(-1)).toEqual(['Theirs, and mine', 4, false]);
	});
});
