import 'fake-indexeddb/auto';
import { QueryClient, type QueryKey } from '@tanstack/svelte-query';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import { KEPT_FOR, KeptAnswers, MOST } from './answers';

const UNREACHED = new Refusal('Nobody answers.', 0);
const KEY = ['class', 1, 'scores'];
const SIGNE = { person: 7, school: 1 };
let count = 0;

/** A device, and a tab on it: `open` is the same device later, or another tab. */
function device() {
	const name = `answers ${count++}`;
	return {
		async open(owner: { person: number; school: number } | null = SIGNE) {
			const answers = new KeptAnswers(name);
			if (owner) await answers.begin(owner, { person_id: owner.person });
			const queries = new QueryClient({
				defaultOptions: { queries: { retry: false, networkMode: 'always', persister: answers.fetched } }
			});
			answers.follow(queries);
			const ask = (answer: () => unknown, queryKey: QueryKey = KEY) =>
				queries.fetchQuery({ queryKey, queryFn: async () => answer() });
			return { answers, queries, ask };
		}
	};
}
const fails = (error: Error) => () => {
	throw error;
};

afterEach(() => vi.useRealTimers());

describe('what was seen last', () => {
	it('is shown, as of then, where nobody answers, and what can be fetched is fetched anew', async () => {
		const here = device();
		const before = await here.open();
		await before.ask(() => 'seventeen');
		const then = before.queries.getQueryState(KEY)!.dataUpdatedAt;
		await before.answers.settle();

		const after = await here.open();
		await expect(after.ask(fails(UNREACHED))).rejects.toBe(UNREACHED);
		expect(after.queries.getQueryState(KEY)).toMatchObject({
			data: 'seventeen',
			status: 'error',
			dataUpdatedAt: then
		});
		expect(await after.ask(() => 'eighteen')).toBe('eighteen');
		expect(after.queries.getQueryState(KEY)!.status).toBe('success');
	});

	it('says so where it was not opened on the device', async () => {
		const { ask } = await device().open();
		await expect(ask(fails(UNREACHED))).rejects.toThrow('was not opened on this device lately');
	});

	it('is not what the server refused: that is shown as it is, and kept no longer', async () => {
		const here = device();
		const before = await here.open();
		await before.ask(() => 'seventeen');
		await before.answers.settle();
		const refused = new Refusal('That is not there.', 404);
		const after = await here.open();
		await expect(after.ask(fails(refused))).rejects.toBe(refused);
		expect(after.queries.getQueryData(KEY)).toBeUndefined();
		await vi.waitFor(async () => expect(await after.answers.find(KEY)).toBeNull());
	});

	it('is the person’s alone: it is gone once somebody else is signed in, or nobody, or the school is another', async () => {
		for (const next of [{ person: 8, school: 1 }, { person: 7, school: 2 }, null]) {
			const here = device();
			const before = await here.open();
			await before.ask(() => 'seventeen');
			await before.answers.settle();
			const { answers } = await here.open(next ?? SIGNE);
			if (!next) await answers.begin(null, null);
			const again = await here.open(null);
			await again.answers.session();
			expect(await again.answers.find(KEY)).toBeNull();
		}
	});

	it('goes on under the session that was there last, for two weeks', async () => {
		const here = device();
		const before = await here.open();
		await before.ask(() => 'seventeen');
		await before.answers.settle();
		const after = await here.open(null);
		expect(await after.answers.session()).toEqual({ person_id: 7 });
		expect(await after.answers.find(KEY)).toMatchObject({ data: 'seventeen' });
		vi.useFakeTimers({ toFake: ['Date'], now: Date.now() + KEPT_FOR + 1 });
		expect(await after.answers.session()).toBeNull();
		expect(await after.answers.find(KEY)).toBeNull();
	});

	it('is of what one works with and looks at, not of a school’s lists', async () => {
		const here = device();
		const { ask, answers } = await here.open();
		await ask(() => ['everybody'], ['school', 1, 'people']);
		await answers.settle();
		expect(await answers.find(['school', 1, 'people'])).toBeNull();
	});

	it('is the newest of it: the oldest makes room', async () => {
		const { ask, answers } = await device().open();
		for (let number = 0; number < MOST + 3; number++) await ask(() => number, ['class', number]);
		await answers.settle();
		expect(await answers.find(['class', 0])).toBeNull();
		expect(await answers.find(['class', MOST + 2])).toMatchObject({ data: MOST + 2 });
		expect(await answers.session()).toEqual({ person_id: 7 });
	});
});
