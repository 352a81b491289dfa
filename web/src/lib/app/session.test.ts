import 'fake-indexeddb/auto';
import { describe, expect, it, vi } from 'vitest';
import { api } from '$lib/api/client';
import { answers } from './offline/answers';
import { signed } from './session.svelte';

const ANN = { person_id: 7, school_id: 1, name: 'Ann', roles: ['teacher'], children: [], classes: [], days_off: [], language: 'en' }; // prettier-ignore
const other = new BroadcastChannel('hoarfrost-session');
const answer = (body: object, status = 200) => Response.json(body, { status });

/** Something is asked while a session stands, and answered once it does not any more. */
async function ask(): Promise<() => Promise<unknown>> {
	let come: (answer: Response) => void = () => undefined;
	const sent = vi.fn(() => new Promise<Response>((resolve) => (come = resolve)));
	vi.stubGlobal('fetch', sent);
	const asked = api.GET('/api/v1/today');
	await vi.waitFor(() => expect(sent).toHaveBeenCalled());
	return () => {
		come(answer({ detail: 'Sign in.', code: 'signed_out' }, 401));
		return asked;
	};
}

async function begin(): Promise<void> {
	vi.stubGlobal('fetch', async () => answer(ANN));
	await signed.load();
	expect(signed.lost).toBeNull();
}

describe('who signs out', () => {
	it('is told so once nothing of theirs is on the device any more', async () => {
		await begin();
		await vi.waitFor(async () => expect(await answers.session()).toMatchObject({ name: 'Ann' }));
		vi.stubGlobal('fetch', async ({ method }: Request) =>
			answer(method === 'DELETE' ? {} : { ...ANN, person_id: null, name: '', roles: [] })
		);
		let emptied: () => void = () => undefined;
		const clear = answers.begin.bind(answers);
		vi.spyOn(answers, 'begin').mockImplementationOnce(async (...given) => {
			await new Promise<void>((resolve) => (emptied = resolve));
			return clear(...given);
		});
		const out = signed.signOut();
		await vi.waitFor(() => expect(answers.begin).toHaveBeenCalledWith(null, null));
		expect(signed.isIn).toBe(true);
		emptied();
		await out;
		expect(signed.isIn).toBe(false);
		expect(await answers.session()).toBeNull();
	});
});

describe('a page that loses its person', () => {
	it('says that the session ended', async () => {
		await begin();
		const come = await ask();
		await come();
		expect(signed.lost).toBe('ended');
	});

	it('goes on saying that somebody else is signed in, though an answer from before says that the session ended', async () => {
		await begin();
		const come = await ask();
		other.postMessage(8);
		await vi.waitFor(() => expect(signed.lost).toBe('another'));
		await come();
		expect(signed.lost).toBe('another');
		// Who signed in there has signed out again.
		other.postMessage(null);
		await vi.waitFor(() => expect(signed.lost).toBe('ended'));
	});
});
