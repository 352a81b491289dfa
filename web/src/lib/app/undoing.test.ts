import 'fake-indexeddb/auto';
import { QueryClient } from '@tanstack/svelte-query';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { saving } from '$lib/app/saving/saving.svelte';
import { serve } from '$lib/tests/server';
import { notice } from './notice.svelte';
import { undo } from './undoing';

const queries = new QueryClient();
const fetched = vi.spyOn(queries, 'invalidateQueries');
const settled = vi.spyOn(saving, 'settled');

beforeEach(() => {
	settled.mockResolvedValue(true);
	fetched.mockClear();
	notice.clear();
});

describe('undoing', () => {
	it('says what was undone, and what somebody has changed since', async () => {
		serve({
			'POST /api/v1/classes/1/undo': () => ({
				words: 'entered 12 in Oak',
				kept: ['Una Fir, Oak has been changed since.']
			})
		});
		await undo(1, queries, 'undo');
		expect(notice.text).toBe('Undone: entered 12 in Oak. Una Fir, Oak has been changed since.');
		expect(fetched).toHaveBeenCalledOnce();
	});

	it('does it again', async () => {
		serve({ 'POST /api/v1/classes/1/redo': () => ({ words: 'entered 12 in Oak', kept: [] }) });
		await undo(1, queries, 'redo');
		expect(notice.text).toBe('Done again: entered 12 in Oak.');
	});

	it('waits for what was entered last, and says so where it cannot be saved now', async () => {
		settled.mockResolvedValue(false);
		const asked = serve({});
		await undo(1, queries, 'undo');
		expect(asked).toEqual([]);
		expect(notice).toMatchObject({ isProblem: true, text: expect.stringContaining('not saved yet') });
	});

	it('says that there is nothing to undo', async () => {
		serve({ 'POST /api/v1/classes/1/undo': () => 422 });
		await undo(1, queries, 'undo');
		expect(notice).toMatchObject({ isProblem: true, text: 'This is not taken.' });
		expect(fetched).not.toHaveBeenCalled();
	});
});
