import { afterEach, describe, expect, it, vi } from 'vitest';
import { api, ask, Refusal, words } from './client';
import { longDay, shortDay } from '$lib/words/days';
import { speak } from '$lib/words/language';

function answers(given: () => Response): Request[] {
	const asked: Request[] = [];
	vi.stubGlobal('fetch', async (request: Request) => {
		asked.push(request);
		return given();
	});
	return asked;
}
const post = () => ask(api.POST('/api/v1/classes/{class_id}/undo', { params: { path: { class_id: 3 } } }));
const refused = () => post().catch((error: unknown) => error as Refusal);
const json = (body: object, status: number) =>
	new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });

afterEach(() => vi.unstubAllGlobals());

describe('what is asked of the server', () => {
	it('is text that can be kept: half of a character is none', async () => {
		const asked = answers(() => json({ words: [] }, 200));
		const path = { class_id: 3, term: 1 };
		await ask(
			api.POST('/api/v1/classes/{class_id}/checks/{term}/mend', {
				params: { path },
				body: { key: 'a\ud83d' }
			})
		);
		expect(await asked[0]!.json()).toEqual({ key: 'a\ufffd' });
	});

	// The second is how it is called over HTTPS.
	it.each(['csrftoken=abc', 'a=csrftoken=d; __Host-csrftoken=abc'])(
		'goes to its address with the token of the session, which only a change needs: %s',
		async (cookies) => {
			vi.spyOn(document, 'cookie', 'get').mockReturnValue(cookies);
			const asked = answers(() => json({ words: 'entered 17', kept: [] }, 200));
			expect(await post()).toEqual({ words: 'entered 17', kept: [] });
			await ask(api.GET('/api/v1/session'));
			expect(asked.map((each) => [each.method, new URL(each.url).pathname])).toEqual([
				['POST', '/api/v1/classes/3/undo'],
				['GET', '/api/v1/session']
			]);
			expect(asked.map((each) => each.headers.get('X-CSRFToken'))).toEqual(['abc', null]);
		}
	);

	it('asks in the language that the page speaks', async () => {
		const asked = answers(() => json({}, 200));
		await speak('sv');
		await ask(api.GET('/api/v1/session'));
		await speak('en');
		await ask(api.GET('/api/v1/session'));
		expect(asked.map((each) => each.headers.get('Accept-Language'))).toEqual(['sv', 'en']);
	});

	it('says in words what was refused, and which field it was', async () => {
		answers(() => json({ detail: 'There is nothing to undo.', field: 'name', code: 'refused' }, 422));
		expect(await refused()).toMatchObject({
			message: 'There is nothing to undo.',
			field: 'name',
			code: 'refused',
			status: 422,
			isPassing: false
		});
	});

	it('is worth trying again where nobody answered, or the server was busy, and says so without jargon', async () => {
		answers(() => {
			throw new TypeError('Failed to fetch');
		});
		const away = (await refused()) as Refusal;
		expect([away.status, away.isPassing]).toEqual([0, true]);
		expect(words(away)).toMatch(/cannot be reached just now/);
		answers(() => new Response('<h1>Bad Gateway</h1>', { status: 502 }));
		const broken = (await refused()) as Refusal;
		expect(broken.isPassing).toBe(true);
		expect(words(broken)).toBe('The server answered 502. Try again in a moment.');
	});
});

describe('days', () => {
	it('are the school’s, in whatever zone the browser is', () => {
		expect(longDay('2032-01-14T23:30:00+01:00')).toBe('Wed 14 Jan');
		expect(shortDay('2031-12-01')).toBe('1 Dec');
	});
});
