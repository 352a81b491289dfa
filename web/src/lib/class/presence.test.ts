import 'fake-indexeddb/auto';
import { QueryClient } from '@tanstack/svelte-query';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { saving } from '$lib/app/saving/saving.svelte';
import { serve, type Asked } from '$lib/tests/server';
import { notice } from '$lib/app/notice.svelte';
import { presence } from './presence.svelte';

const BEAT = 2000;
let now = { revision: 5, plan: '1 0', words: [] as string[], here: [] as object[] };
let asked: Asked[];
let answered: Parameters<typeof saving.onAnswer>[0];
let leave = (): void => {};
const queries = new QueryClient();
const fetched = vi.spyOn(queries, 'invalidateQueries');
vi.spyOn(saving, 'onAnswer').mockImplementation((listener) => {
	answered = listener;
	return () => true;
});
const beat = () => vi.advanceTimersByTimeAsync(BEAT);
const saved = (classId: number, revision: number) =>
	answered(classId, 7, { revision } as Parameters<typeof answered>[2]);

beforeEach(async () => {
	vi.useFakeTimers();
	now = { revision: 5, plan: '1 0', words: [], here: [] };
	asked = serve({ 'POST /api/v1/classes/1/presence': () => now });
	fetched.mockClear();
	notice.clear();
	leave = presence.follow(1, queries);
	await vi.advanceTimersByTimeAsync(0);
});

afterEach(() => {
	leave();
	vi.useRealTimers();
});

describe('the presence of a class', () => {
	it('asks every two seconds for what came since, and fetches nothing while nothing did', async () => {
		await beat();
		expect(asked.map((each) => each.body['revision'])).toEqual([null, 5]);
		expect(fetched).not.toHaveBeenCalled();
	});

	it('fetches what a colleague changed and says who it was', async () => {
		now = { ...now, revision: 6, words: ['Bo entered 8 for Una Fir, Oak.'] };
		await beat();
		expect(fetched).toHaveBeenCalledWith({ queryKey: ['class', 1] });
		expect(notice.text).toBe('Bo entered 8 for Una Fir, Oak.');
		await beat();
		expect(fetched).toHaveBeenCalledOnce();
	});

	it('takes one’s own entries for known, unless somebody’s came in between', async () => {
		saved(1, 6);
		saved(2, 9);
		now = { ...now, revision: 6 };
		await beat();
		expect(fetched).not.toHaveBeenCalled();
		saved(1, 8);
		now = { ...now, revision: 8 };
		await beat();
		expect(fetched).toHaveBeenCalledOnce();
	});

	it('fetches a changed plan too', async () => {
		now = { ...now, plan: '2 0' };
		await beat();
		expect(fetched).toHaveBeenCalledOnce();
	});

	it('fetches what a colleague took back of one’s own before the next beat, though the plan is as it was', async () => {
		presence.planChanged();
		await beat();
		expect(fetched).toHaveBeenCalledOnce();
		await beat();
		expect(fetched).toHaveBeenCalledOnce();
	});

	it('tells where one is, and who is in a row', async () => {
		now = { ...now, here: [{ name: 'Bo Birch', student: 3, assignment: 4 }] };
		presence.cell = { student: 1, assignment: 2 };
		await beat();
		expect(asked.at(-1)!.body).toMatchObject({ student: 1, assignment: 2 });
		expect([...presence.inRow(3)!]).toEqual([[4, 'Bo Birch']]);
		expect(presence.inRow(1)).toBeUndefined();
	});

	it('goes on when nobody answers for a while, and ends when one leaves', async () => {
		serve({ 'POST /api/v1/classes/1/presence': () => 'nobody' });
		await beat();
		asked = serve({ 'POST /api/v1/classes/1/presence': () => ({ ...now, revision: 6 }) });
		await beat();
		expect(fetched).toHaveBeenCalledOnce();
		leave();
		await beat();
		expect(asked).toHaveLength(1);
		expect(presence.here).toEqual([]);
	});
});
