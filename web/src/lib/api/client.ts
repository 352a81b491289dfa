/** The API, typed from its own description. */
import createClient, { type Middleware } from 'openapi-fetch';
import { get } from 'svelte/store';
import { language, t } from '$lib/words/language';
import type { components, paths } from './schema';

export type Shapes = components['schemas'];

/** Why the server refused something, to be acted upon. */
export type Code = Shapes['Problem']['code'];

/** What went wrong, in words for a person; `status` 0 means that nobody answered. */
export class Refusal extends Error {
	constructor(
		message: string,
		readonly status: number,
		/** The input that it is about. */
		readonly field: string | null = null,
		readonly code: Code | null = null
	) {
		super(message);
	}

	/** Worth trying again: the server was away or busy, and has not said no. */
	get isPassing(): boolean {
		return this.status === 0 || this.status === 408 || this.status === 429 || this.status >= 500;
	}
}

/** How long an answer is waited for, in ms, where it is asked for again: a connection can be there and lead nowhere. */
export const PATIENCE = 30_000;

function token(): string {
	return /(?:^|; )(?:__Host-)?csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? '';
}

/** How the page lost its person: the session ended, or somebody else has signed in in this browser. */
export type Lost = 'ended' | 'another';

let person: number | null = null;
let tell: (lost: Lost) => void = () => undefined;

/** Whose page this is. All that is asked says so, and is not answered once somebody else is signed in. */
export function identify(now: number | null, onLost: (lost: Lost) => void): void {
	person = now;
	tell = onLost;
}

/** Whose page this is now. */
export const whose = (): number | null => person;

const SESSION = '/api/v1/session';

const withToken: Middleware = {
	onRequest({ request, schemaPath }) {
		// What the server says stands in the midst of the page's own words.
		request.headers.set('Accept-Language', language());
		if (request.method !== 'GET') request.headers.set('X-CSRFToken', token());
		if (person !== null && schemaPath !== SESSION) request.headers.set('X-Hoarfrost-Person', String(person));
	},
	async onResponse({ response, schemaPath }) {
		if (person === null || schemaPath === SESSION) return;
		if (response.status === 401) tell('ended');
		if (response.status !== 409) return;
		const told = (await response
			.clone()
			.json()
			.catch(() => null)) as Shapes['Problem'] | null;
		if (told?.code === 'wrong_person') tell('another');
	}
};

export const api = createClient<paths>({
	baseUrl: '',
	// Looked up at each call, so that what stands in for it is asked.
	fetch: (request) => globalThis.fetch(request),
	// Half of a character, as it is left where a text was cut in two, is no text that can be kept.
	bodySerializer: (body) =>
		JSON.stringify(body, (_, value: unknown) => (typeof value === 'string' ? value.toWellFormed() : value))
});
api.use(withToken);

type Answer<T> = { data?: T; error?: unknown; response: Response };

/** The data of an answer; a refusal is thrown. */
export async function ask<T>(asked: Promise<Answer<T>>): Promise<T> {
	let answer: Answer<T>;
	try {
		answer = await asked;
	} catch {
		throw new Refusal(get(t)('unreached'), 0);
	}
	if (answer.response.ok) return answer.data as T;
	const { status } = answer.response;
	// What stands between the page and the server may answer in its place, and otherwise.
	const told = answer.error as Partial<Shapes['Problem']> | undefined;
	const message = told?.detail ?? get(t)('answered', { status });
	throw new Refusal(message, status, told?.field, told?.code);
}

/** The words of whatever was thrown. */
export function words(error: unknown): string {
	return error instanceof Error ? error.message : String(error);
}
