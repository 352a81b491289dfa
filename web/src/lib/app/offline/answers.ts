/**
 * What was fetched last, kept on this device for when Hoarfrost cannot be reached. It is asked for only then: whatever can be
 * fetched is fetched anew. It belongs to one person in one school, and is gone as soon as somebody else is signed in or nobody is.
 */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import {
	hashKey,
	type QueryClient,
	type QueryFunction,
	type QueryKey,
	type QueryPersister
} from '@tanstack/svelte-query';
import { Refusal } from '$lib/api/client';
import { answering } from '$lib/app/saving/store';

/** How many answers are kept; the oldest go first. */
export const MOST = 400;
/** For how long one is kept, in ms: as long as a sign-in lasts. */
export const KEPT_FOR = 14 * 24 * 3_600_000;
/** How long is waited before an answer is kept, in ms: a grid that is entered into changes with every score. */
const PAUSE = 1000;
/** With what the keys begin whose answers are read again: what a teacher teaches with, and what a family looks at. School's lists are not. */
const READ_AGAIN = new Set<unknown>([
	'class',
	'today',
	'loose ends',
	'own classes',
	'own students',
	'family'
]);

/** Whose answers are kept. */
export interface Owner {
	person: number;
	school: number | null;
}

interface Kept {
	key: string;
	owner: string;
	data: unknown;
	/** When it was fetched, in ms since 1970. */
	at: number;
}

interface Schema extends DBSchema {
	answers: { key: string; value: Kept; indexes: { at: number } };
}

const SESSION = 'session';
const NOT_HERE =
	'Hoarfrost cannot be reached just now, and this was not opened on this device lately. It comes as soon as the connection is back.';

const isUnreached = (error: unknown): boolean => error instanceof Refusal && error.status === 0;
/** What somebody may not see, or see any more, is not kept for them either. */
const isWithheld = (error: unknown): boolean =>
	error instanceof Refusal && [401, 403, 404].includes(error.status);

export class KeptAnswers {
	#owner: string | null = null;
	#opening: Promise<IDBPDatabase<Schema>> | null = null;
	readonly #waiting = new Map<string, { data: unknown; at: number }>();
	#timer: ReturnType<typeof setTimeout> | undefined;

	constructor(private readonly name: string) {}

	/** Whose answers are kept from now on, with their session; those of anybody else go. Nobody's are kept where nobody is signed in. */
	async begin(owner: Owner | null, session: unknown): Promise<void> {
		this.#waiting.clear();
		this.#owner = owner && `${owner.person} ${owner.school}`;
		const here = this.#owner;
		await this.#work(async (db) => {
			if (here === null) return db.clear('answers');
			const change = db.transaction('answers', 'readwrite');
			for (let at = await change.store.openCursor(); at; at = await at.continue())
				if (at.value.owner !== here || at.value.at < Date.now() - KEPT_FOR) await at.delete();
			await change.store.put({ key: SESSION, owner: here, data: session, at: Date.now() });
			await change.done;
		});
	}

	/** The session of whoever was signed in last on this device, where it is not too old. */
	async session<T>(): Promise<T | null> {
		const kept = await this.#work((db) => db.get('answers', SESSION));
		if (!kept || kept.at < Date.now() - KEPT_FOR) return null;
		this.#owner = kept.owner;
		return kept.data as T;
	}

	/** From now on what comes into a cache is kept. */
	follow(queries: QueryClient): () => void {
		return queries.getQueryCache().subscribe((event) => {
			if (event.type !== 'updated' || event.action.type !== 'success') return;
			const { queryKey, queryHash, state } = event.query;
			if (READ_AGAIN.has(queryKey[0])) this.#keep(queryHash, state.data, state.dataUpdatedAt);
		});
	}

	/** Fetches, and where nobody answers and nothing is shown yet shows what was kept, as of then. For a cache's `persister`. */
	readonly fetched: QueryPersister = async <T, K extends QueryKey>(
		fetch: QueryFunction<T, K>,
		context: Parameters<QueryFunction<T, K>>[0],
		query: Parameters<QueryPersister<T, K>>[2]
	): Promise<T> => {
		try {
			return await fetch(context);
		} catch (error) {
			if (isWithheld(error)) void this.#drop(query.queryHash);
			if (!isUnreached(error) || query.state.data !== undefined) throw error;
			const kept = await this.find(query.queryKey);
			if (!kept) throw new Refusal(NOT_HERE, 0);
			// Still on its way, and then failed: so the page says as of when it is, and why.
			query.setData(kept.data as never, { updatedAt: kept.at, manual: true });
			throw error;
		}
	};

	/** What was kept under a key, if it is this person's and not too old. */
	async find(key: QueryKey): Promise<{ data: unknown; at: number } | null> {
		const hash = hashKey(key);
		const waiting = this.#waiting.get(hash);
		if (waiting) return waiting;
		const kept = await this.#work((db) => db.get('answers', hash));
		return kept && kept.owner === this.#owner && kept.at > Date.now() - KEPT_FOR ? kept : null;
	}

	/** Keep at once what waits for it. */
	async settle(): Promise<void> {
		clearTimeout(this.#timer);
		this.#timer = undefined;
		const [owner, waiting] = [this.#owner, [...this.#waiting]];
		this.#waiting.clear();
		if (owner === null || !waiting.length) return;
		await this.#work(async (db) => {
			const change = db.transaction('answers', 'readwrite');
			for (const [key, { data, at }] of waiting) await change.store.put({ key, owner, data, at });
			let tooMany = (await change.store.count()) - 1 - MOST;
			const oldest = await change.store.index('at').openKeyCursor();
			for (let at = oldest; at && tooMany > 0; at = await at.continue()) {
				if (at.primaryKey === SESSION) continue;
				await change.store.delete(at.primaryKey);
				tooMany--;
			}
			await change.done;
		});
	}

	#keep(hash: string, data: unknown, at: number): void {
		if (this.#owner === null) return;
		this.#waiting.set(hash, { data, at });
		this.#timer ??= setTimeout(() => void this.settle(), PAUSE);
	}

	async #drop(hash: string): Promise<void> {
		this.#waiting.delete(hash);
		await this.#work((db) => db.delete('answers', hash));
	}

	/** Where the browser keeps nothing, nothing is kept: then the page is as good as its connection. */
	async #work<T>(work: (db: IDBPDatabase<Schema>) => Promise<T>): Promise<T | null> {
		try {
			this.#opening ??= answering(
				openDB<Schema>(this.name, 1, {
					upgrade: (made) => {
						made.createObjectStore('answers', { keyPath: 'key' }).createIndex('at', 'at');
					}
				})
			);
			return await work(await this.#opening);
		} catch {
			return null;
		}
	}
}

export const answers = new KeptAnswers('hoarfrost-answers');
