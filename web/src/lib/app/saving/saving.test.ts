import { waitFor } from '@testing-library/svelte';
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

type Body = {
	id: string;
	term: number;
	entries: {
		student: number;
		assignment: number;
		text: string | null;
		version: number;
		comment?: string;
		was: { comment?: string };
	}[];
};
type Reply = (body: Body) => Response;

/** A server that keeps scores and comments by student, and each batch once. */
class Server {
	texts = new Map<number, { text: string; version: number }>();
	comments = new Map<number, string>();
	events: string[] = [];
	answers = new Map<string, string>();

	answer(body: Body): Response {
		const known = this.answers.get(body.id);
		if (known) return json(known);
		const saved: object[] = [];
		const conflicts: object[] = [];
		for (const { student, assignment, text, version, comment, was } of body.entries) {
			const now = this.texts.get(student) ?? { text: '', version: 0 };
			const conflict = (what: string, typed: string, theirs: string) =>
				conflicts.push({ student, assignment, what, typed, theirs, version: now.version, who: 'Bo', at: '' });
			if (text === null) {
				const there = this.comments.get(student) ?? '';
				if (was.comment !== there) conflict('comment', comment!, there);
				else {
					this.comments.set(student, comment!);
					this.events.push(comment!);
					saved.push({ student, assignment, what: 'beside', ...now, above_points: false });
				}
				continue;
			}
			if (now.version !== version && now.text !== text) {
				conflict('score', text, now.text);
				continue;
			}
			const next = { text, version: now.version + 1 };
			this.texts.set(student, next);
			this.events.push(text);
			saved.push({ student, assignment, what: 'score', text, version: next.version, above_points: false });
		}
		const told = JSON.stringify({
			revision: this.events.length,
			saved,
			conflicts,
			refused: [],
			rows: [],
			columns: [],
			figures: { count: 0, mean: null, median: null, deviation: null, missing: 0 },
			spread: null
		});
		this.answers.set(body.id, told);
		return json(told);
	}
}

function json(text: string, status = 200): Response {
	return new Response(text, { status, headers: { 'Content-Type': 'application/json' } });
}

/** What the tabs of one browser tell each other. */
class Channel extends EventTarget {
	static open: Channel[] = [];

	constructor() {
		super();
		Channel.open.push(this);
	}

	postMessage(data: unknown): void {
		for (const each of Channel.open)
			if (each !== this) each.dispatchEvent(new MessageEvent('message', { data: structuredClone(data) }));
	}
}

const ANN = 1;
let server: Server;
let replies: Reply[];
let bodies: Body[];
const listened: [string, EventListener][] = [];

beforeEach(async () => {
	const listen = window.addEventListener.bind(window);
	vi.spyOn(window, 'addEventListener').mockImplementation((kind: string, heard: unknown) => {
		listened.push([kind, heard as EventListener]);
		listen(kind, heard as EventListener);
	});
	vi.resetModules();
	indexedDB = new IDBFactory();
	server = new Server();
	replies = [];
	bodies = [];
	localStorage.clear();
	Channel.open = [];
	vi.stubGlobal('BroadcastChannel', Channel);
	vi.stubGlobal('fetch', async (request: Request) => {
		const body = (await request.json()) as Body;
		bodies.push(body);
		return (replies.shift() ?? ((given: Body) => server.answer(given)))(body);
	});
});

afterEach(() => {
	// A page that was opened is closed: what comes later does not reach it.
	for (const [kind, heard] of listened.splice(0)) window.removeEventListener(kind, heard);
	vi.unstubAllGlobals();
	vi.restoreAllMocks();
});

async function begin(person: number | null = ANN) {
	const { saving } = await import('./saving.svelte');
	await saving.begin(person);
	return saving;
}

async function only(...about: ['comment', string, string]) {
	return (await import('./saving.svelte')).only(...about);
}

const place = (student: number) => ({ classId: 1, student, assignment: 1 });
const away: Reply = () => {
	throw new TypeError('no network');
};
const lostAnswer: Reply = (body) => {
	server.answer(body);
	throw new TypeError('connection lost');
};

describe('saving', () => {
	it('says how it stands, and ends with all saved', async () => {
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		expect(saving.words).toBe('Saving 1…');
		await waitFor(() => expect(saving.words).toBe('All saved'));
		expect(server.events).toEqual(['17']);
	});

	it('shows what was saved and that it was saved in one go', async () => {
		const saving = await begin();
		const words: string[] = [];
		saving.onAnswer(() => {
			void Promise.resolve().then(() => words.push(saving.words));
		});
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(words).toEqual(['All saved']));
	});

	it('keeps entries while nobody answers and sends them once when somebody does', async () => {
		replies = [away];
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(saving.words).toBe('Offline: 1 entry kept here'));
		await saving.enter({ ...place(2), text: '18', version: 0 }, 1);
		saving.again();
		await waitFor(() => expect(saving.isSettled).toBe(true));
		expect(server.events).toEqual(['17', '18']);
	});

	it('sends a batch whose answer was lost again under its number, so that it is saved once', async () => {
		replies = [lostAnswer];
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(saving.isAway).toBe(true));
		saving.again();
		await waitFor(() => expect(saving.isSettled).toBe(true));
		expect(bodies[0]!.id).toBe(bodies[1]!.id);
		expect(server.events).toEqual(['17']);
	});

	it('bases what is typed over an entry on its way on what that one becomes', async () => {
		const saving = await begin();
		for (const text of ['1', '17', '18']) await saving.enter({ ...place(1), text: text, version: 0 }, 1);
		await waitFor(() => expect(saving.isSettled).toBe(true));
		expect(server.texts.get(1)?.text).toBe('18');
		expect(saving.problems).toEqual([]);
	});

	it('shows both sides of a conflict and puts the chosen one on top of what is there', async () => {
		server.texts.set(1, { text: '8', version: 3 });
		const saving = await begin();
		await saving.enter({ ...place(1), text: '9', version: 0 }, 1);
		await waitFor(() => expect(saving.words).toBe('1 to look at'));
		expect(saving.problems[0]).toMatchObject({ typed: '9', theirs: { text: '8', who: 'Bo' } });
		await saving.resolve(saving.problems[0]!, '9');
		await waitFor(() => expect(saving.isSettled).toBe(true));
		expect(server.texts.get(1)).toEqual({ text: '9', version: 4 });
	});

	it('keeps a comment without a connection as it keeps a score, and shows it meanwhile', async () => {
		server.texts.set(1, { text: '8', version: 3 });
		replies = [away];
		const saving = await begin();
		await saving.enter({ ...place(1), version: 3, ...(await only('comment', 'Well', '')) }, 1);
		await waitFor(() => expect(saving.words).toBe('Offline: 1 entry kept here'));
		await saving.enter({ ...place(1), version: 3, ...(await only('comment', 'Well seen.', 'Well')) }, 1);
		await saving.enter({ ...place(1), text: '9', version: 3 }, 1);
		expect(saving.beside(place(1), 'comment', '')).toBe('Well seen.');
		expect(saving.shown(place(1), '8')).toBe('9');
		saving.again();
		await waitFor(() => expect(saving.isSettled).toBe(true));
		expect(server.comments.get(1)).toBe('Well seen.');
		expect(server.texts.get(1)?.text).toBe('9');
	});

	it('shows both comments where a colleague wrote another, and leaves the score alone', async () => {
		server.comments.set(1, 'Theirs.');
		const saving = await begin();
		await saving.enter({ ...place(1), version: 0, ...(await only('comment', 'Mine.', '')) }, 1);
		await waitFor(() => expect(saving.words).toBe('1 to look at'));
		expect(saving.problems[0]).toMatchObject({
			what: 'comment',
			typed: 'Mine.',
			theirs: { text: 'Theirs.' }
		});
		expect(saving.problem(place(1))).toBeUndefined();
		expect(saving.beside(place(1), 'comment', 'Theirs.')).toBe('Mine.');
		await saving.resolve(saving.problems[0]!, 'Mine.');
		await waitFor(() => expect(saving.isSettled).toBe(true));
		expect(server.comments.get(1)).toBe('Mine.');
		expect(server.texts.has(1)).toBe(false);
	});

	it('does not take a colleague’s score for seen because a comment beside it was saved', async () => {
		server.texts.set(1, { text: '8', version: 3 });
		replies = [away];
		const saving = await begin();
		await saving.enter({ ...place(1), version: 2, ...(await only('comment', 'Well seen.', '')) }, 1);
		await saving.enter({ ...place(1), text: '9', version: 2 }, 1);
		await waitFor(() => expect(saving.isAway).toBe(true));
		saving.again();
		await waitFor(() => expect(saving.words).toBe('1 to look at'));
		expect(saving.problems[0]).toMatchObject({ what: 'score', typed: '9', theirs: { text: '8' } });
		expect(server.comments.get(1)).toBe('Well seen.');
	});

	it('keeps what a refused batch held, with the reason', async () => {
		replies = [() => json('{"detail": "This is not yours to see.", "field": null}', 403)];
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() =>
			expect(saving.problems).toMatchObject([{ typed: '17', message: 'This is not yours to see.' }])
		);
		expect(saving.entries).toEqual([]);
	});

	it('tells other tabs what was saved, which show it and build on it, and nobody else', async () => {
		const first = await begin();
		const others = [];
		for (const person of [ANN, 2]) {
			vi.resetModules();
			others.push(await begin(person));
		}
		const [second, stranger] = others;
		const heard: string[] = [];
		second!.onAnswer((_, __, { saved }) => heard.push(`second ${saved[0]!.text}`));
		stranger!.onAnswer(() => heard.push('stranger'));
		await first.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(heard).toEqual(['second 17']));
		await second!.enter({ ...place(1), text: '18', version: 0 }, 1);
		await waitFor(() => expect(second!.words).toBe('All saved'));
		expect([server.events, second!.problems]).toEqual([['17', '18'], []]);
	});

	it('says that all is saved also where another tab has sent what this one could not', async () => {
		const first = await begin();
		vi.resetModules();
		const second = await begin();
		replies = [away];
		await second.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(second.words).toBe('Offline: 1 entry kept here'));
		first.again();
		await waitFor(() => expect(second.words).toBe('All saved'));
		expect(server.events).toEqual(['17']);
	});

	it('tries again as soon as the server has answered anything', async () => {
		replies = [away];
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(saving.isAway).toBe(true));
		saving.reached();
		expect(saving.words).toBe('Saving 1…');
		await waitFor(() => expect(saving.words).toBe('All saved'));
	});

	it('loses nothing of a page that is closed before the browser has kept what was entered', async () => {
		const first = await begin();
		const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockReturnValue({} as IDBRequest<IDBValidKey>);
		const entered = first.enter({ ...place(1), text: '17', version: 0 }, 1);
		window.dispatchEvent(new Event('pagehide'));
		await entered;
		put.mockRestore();
		expect(server.events).toEqual([]);
		vi.resetModules();
		// It is the one who entered it whose it is.
		await begin(2);
		vi.resetModules();
		const second = await begin();
		await waitFor(() => expect(second.words).toBe('All saved'));
		expect(server.events).toEqual(['17']);
		vi.resetModules();
		expect((await begin()).entries).toEqual([]);
	});

	it('takes up what a page leaves that is closed while this one is open already', async () => {
		const first = await begin();
		vi.resetModules();
		const second = await begin();
		const put = vi.spyOn(IDBObjectStore.prototype, 'put').mockReturnValue({} as IDBRequest<IDBValidKey>);
		const entered = first.enter({ ...place(1), text: '17', version: 0 }, 1);
		window.dispatchEvent(new Event('pagehide'));
		await entered;
		put.mockRestore();
		expect(server.events).toEqual([]);
		window.dispatchEvent(new StorageEvent('storage', { key: 'hoarfrost-left' }));
		await waitFor(() => expect(server.events).toEqual(['17']));
		await waitFor(() => expect(second.words).toBe('All saved'));
	});

	it('gives a server that is busy the time it needs, though it answers other things', async () => {
		replies = [() => json('{}', 503)];
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(saving.words).toBe('Offline: 1 entry kept here'));
		saving.reached();
		expect([saving.words, bodies.length]).toEqual(['Offline: 1 entry kept here', 1]);
		await waitFor(() => expect(saving.words).toBe('All saved'));
	});

	it('sets aside what the server fails at while it takes other things, and sends what comes after it', async () => {
		replies = Array.from({ length: 5 }, () => () => json('{}', 500));
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await saving.enter({ ...place(2), text: '18', version: 0 }, 1);
		for (let times = 1; times < 5; times++) {
			await waitFor(() => expect(bodies.length).toBe(times));
			await waitFor(() => expect(saving.isAway).toBe(true));
			saving.reached();
			saving.again();
		}
		await waitFor(() => expect(saving.words).toBe('1 to look at'));
		expect(saving.problem(place(1))).toMatchObject({ typed: '17', isUnsure: true });
		expect(server.events).toEqual(['18']);
	});

	it('keeps trying where the server fails at everything', async () => {
		replies = Array.from({ length: 6 }, () => () => json('{}', 500));
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		for (let times = 1; times <= 6; times++) {
			await waitFor(() => expect(bodies.length).toBe(times));
			saving.again();
		}
		await waitFor(() => expect(saving.words).toBe('All saved'));
		expect(server.events).toEqual(['17']);
	});

	it('waits when signed out, and never sends as another', async () => {
		replies = [() => json('{"detail": "You are not signed in."}', 401)];
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(saving.words).toBe('Signed out: 1 entry kept here'));
		await saving.begin(2);
		expect(saving.words).toBe('All saved');
		expect(server.events).toEqual([]);
		await saving.begin(ANN);
		await waitFor(() => expect(server.events).toEqual(['17']));
	});

	it('asks again under the same number where an answer does not come', async () => {
		const saving = await begin();
		saving.patience = 50;
		vi.stubGlobal('fetch', async (request: Request) => {
			const body = (await request.json()) as Body;
			bodies.push(body);
			const answer = server.answer(body);
			if (bodies.length > 1) return answer;
			return new Promise((_, fail) =>
				request.signal.addEventListener('abort', () => fail(new Error('late')))
			);
		});
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(saving.words).toBe('Offline: 1 entry kept here'));
		saving.again();
		await waitFor(() => expect(saving.words).toBe('All saved'));
		expect(bodies[0]!.id).toBe(bodies[1]!.id);
		expect(server.events).toEqual(['17']);
	});

	it('tries again by itself also where it was told to just as it failed', async () => {
		const saving = await begin();
		const watch = (turns: number): void => {
			if (saving.isAway) saving.again();
			else if (turns) queueMicrotask(() => watch(turns - 1));
		};
		replies = [
			() => {
				watch(500);
				throw new TypeError('no network');
			}
		];
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(saving.words).toBe('All saved'));
		expect(server.events).toEqual(['17']);
	});

	it('saves from the tab alone in a browser that keeps nothing', async () => {
		vi.spyOn(IDBFactory.prototype, 'open').mockImplementation(() => {
			throw new DOMException('not here', 'SecurityError');
		});
		replies = [away];
		const saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(saving.words).toBe('Offline: 1 entry kept in this tab alone'));
		saving.again();
		await waitFor(() => expect(saving.words).toBe('All saved'));
		expect([server.events, saving.isFleeting]).toEqual([['17'], true]);
		// Closed without a connection, it is taken up again where the browser keeps small things at least.
		replies = [lostAnswer];
		await saving.enter({ ...place(2), text: '18', version: 0 }, 1);
		await waitFor(() => expect(saving.isAway).toBe(true));
		window.dispatchEvent(new Event('pagehide'));
		vi.resetModules();
		const next = await begin();
		await waitFor(() => expect(next.words).toBe('All saved'));
		saving.again();
		await waitFor(() => expect(saving.words).toBe('All saved'));
		expect(server.events).toEqual(['17', '18']);
	});

	it('goes on in the tab alone where the browser has no room left, and saves all once', async () => {
		replies = [away, away];
		let saving = await begin();
		await saving.enter({ ...place(1), text: '17', version: 0 }, 1);
		await waitFor(() => expect(saving.words).toBe('Offline: 1 entry kept here'));
		const full = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
			throw new DOMException('full', 'QuotaExceededError');
		});
		await saving.enter({ ...place(2), text: '18', version: 0 }, 1);
		await saving.enter({ ...place(2), text: '19', version: 0 }, 1);
		expect(saving.words).toBe('Offline: 2 entries kept in this tab alone');
		saving.again();
		await waitFor(() => expect(saving.words).toBe('All saved'));
		expect(server.events).toEqual(['17', '19']);
		// What had been kept before is not sent again another day.
		full.mockRestore();
		vi.resetModules();
		saving = await begin();
		expect(saving.entries).toEqual([]);
	});

	it.each([1, 2, 3, 4, 5, 6])('loses and doubles nothing, however answers fail (%i)', async (seed) => {
		let state = seed * 7919;
		const chance = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;
		const saving = await begin();
		const wanted = new Map<number, string>();
		for (let step = 0; step < 25; step++) {
			const roll = chance();
			if (roll < 0.25) replies.push(away);
			else if (roll < 0.5) replies.push(lostAnswer);
			const student = Math.floor(chance() * 4);
			wanted.set(student, String(step));
			const waits = saving.entries.find((each) => each.student === student);
			const based = waits?.version ?? server.texts.get(student)?.version ?? 0;
			await saving.enter({ ...place(student), text: String(step), version: based }, 1);
			if (chance() < 0.6) saving.again();
		}
		replies = [];
		await waitFor(() => {
			saving.again();
			expect(saving.entries).toEqual([]);
		});
		const conflicts = new Set(saving.problems.map((each) => each.student));
		for (const [student, text] of wanted) {
			if (!conflicts.has(student)) expect(server.texts.get(student)?.text).toBe(text);
		}
		expect(new Set(server.events).size).toBe(server.events.length);
	});
});
