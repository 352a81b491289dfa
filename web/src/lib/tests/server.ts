/** A server for tests of the page's parts: each address is answered as a test says, and what was asked is kept. */
import { vi } from 'vitest';

export interface Asked {
	method: string;
	path: string;
	body: Record<string, unknown>;
}

type Answers = Record<string, (asked: Asked) => unknown>;

/** Answer `"POST /api/v1/…"`; an answer that is a number is a refusal with that status, and what is not named is not there. */
export function serve(answers: Answers): Asked[] {
	const all: Asked[] = [];
	vi.stubGlobal('fetch', async (request: Request) => {
		const { pathname } = new URL(request.url, 'http://localhost');
		const text = await request.text();
		const asked = { method: request.method, path: pathname, body: text ? JSON.parse(text) : {} };
		all.push(asked);
		const said = (await answers[`${asked.method} ${pathname}`]?.(asked)) ?? 404;
		if (said === 'nobody') throw new TypeError('no network');
		const status = typeof said === 'number' ? said : 200;
		const body = status === 200 ? said : { detail: 'This is not taken.', field: null, code: 'refused' };
		return new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });
	});
	return all;
}
