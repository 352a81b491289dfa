import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { notice } from './notice.svelte';

beforeEach(() => {
	vi.useFakeTimers();
	notice.clear();
});

describe('what is said at the foot of the page', () => {
	it('tells that something is done once it is, with what came of it', async () => {
		let done!: (count: number) => void;
		const work = new Promise<number>((resolve) => (done = resolve));
		const told = notice.tried(work, (count) => `${count} are posted.`);
		expect(notice.text).toBe('');
		done(3);
		await told;
		expect(notice.text).toBe('3 are posted.');
		expect(notice.isProblem).toBe(false);
	});

	it('says why something could not be done, and nothing where there is nothing to say', async () => {
		await notice.tried(Promise.reject(new Refusal('The term is over.', 422)), 'Posted.');
		expect([notice.text, notice.isProblem]).toEqual(['The term is over.', true]);
		notice.clear();
		await notice.tried(Promise.resolve());
		expect(notice.text).toBe('');
	});

	it('leaves a problem longer than what went well, and starts anew with each', () => {
		notice.say('Saved.');
		vi.advanceTimersByTime(5000);
		notice.problem('Not saved.');
		vi.advanceTimersByTime(10_000);
		expect(notice.text).toBe('Not saved.');
		vi.advanceTimersByTime(5000);
		expect(notice.text).toBe('');
	});

	it('stays while somebody is reading it', () => {
		notice.say('Saved.');
		vi.advanceTimersByTime(5000);
		notice.hold();
		vi.advanceTimersByTime(60_000);
		expect(notice.text).toBe('Saved.');
		notice.letGo();
		vi.advanceTimersByTime(6000);
		expect(notice.text).toBe('');
	});
});
