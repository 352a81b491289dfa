/** Where the queue lives: in the browser's database, or where that fails in the memory of the tab. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Entry, Problem } from './queue';

/** What is one person's. */
export interface Held {
	entries: Entry[];
	problems: Problem[];
}

/** What becomes of what is held; an entry without a key is new, and comes after all that are there. */
export interface Changes {
	put?: Entry[];
	drop?: number[];
	keep?: Problem[];
	letGo?: string[];
}

export interface Store {
	/** What is a person's, the entries in the order in which they were made. */
	read(person: number): Promise<Held>;
	/** Change it all or not at all, on the grounds of the entries that are there. */
	change(person: number, work: (entries: Entry[]) => Changes): Promise<void>;
	close(): void;
}

interface Schema extends DBSchema {
	entries: { key: number; value: Entry; indexes: { person: number } };
	problems: { key: string; value: Problem; indexes: { person: number } };
}

/** How long the browser's database may take to open, in ms. */
export const OPENS_WITHIN = 5000;

/** A database of the browser's that is being opened. Raises where it does not answer within a while. */
export async function answering<T>(opening: Promise<T>): Promise<T> {
	let timer: ReturnType<typeof setTimeout> | undefined;
	const silent = new Promise<never>((_, fail) => {
		timer = setTimeout(() => fail(new Error('The browser’s database does not answer.')), OPENS_WITHIN);
	});
	try {
		return await Promise.race([opening, silent]);
	} finally {
		clearTimeout(timer);
	}
}

const inOrder = (one: Entry, other: Entry) => one.key! - other.key!;

/** It outlives the tab, and all tabs share it. */
export class KeptStore implements Store {
	private constructor(private readonly db: IDBPDatabase<Schema>) {}

	/** Raises where the browser's database fails, or does not answer. */
	static async open(name: string): Promise<KeptStore> {
		const opening = openDB<Schema>(name, 1, {
			upgrade(made) {
				const entries = made.createObjectStore('entries', { keyPath: 'key', autoIncrement: true });
				entries.createIndex('person', 'person');
				made.createObjectStore('problems', { keyPath: 'id' }).createIndex('person', 'person');
			}
		});
		return new KeptStore(await answering(opening));
	}

	async read(person: number): Promise<Held> {
		const work = this.db.transaction(['entries', 'problems']);
		const [entries, problems] = await Promise.all([
			work.objectStore('entries').index('person').getAll(person),
			work.objectStore('problems').index('person').getAll(person)
		]);
		return { entries: entries.sort(inOrder), problems };
	}

	async change(person: number, work: (entries: Entry[]) => Changes): Promise<void> {
		const change = this.db.transaction(['entries', 'problems'], 'readwrite');
		const [entries, problems] = [change.objectStore('entries'), change.objectStore('problems')];
		const done = change.done;
		try {
			const { put, drop, keep, letGo } = work((await entries.index('person').getAll(person)).sort(inOrder));
			await Promise.all([
				...(drop ?? []).map((key) => entries.delete(key)),
				...(put ?? []).map((each) => entries.put(each)),
				...(letGo ?? []).map((id) => problems.delete(id)),
				...(keep ?? []).map((each) => problems.put(each))
			]);
		} catch (error) {
			done.catch(() => undefined);
			change.abort();
			throw error;
		}
		await done;
	}

	close(): void {
		this.db.close();
	}
}

/** It ends with the tab. It goes on from what was held elsewhere, of one person or none. */
export class FleetingStore implements Store {
	readonly #entries = new Map<number, Entry>();
	readonly #problems = new Map<string, Problem>();
	/** Beyond all keys of a browser's database, which other tabs may go on using. */
	#next = 2 ** 52;

	constructor(held: Held = { entries: [], problems: [] }) {
		for (const each of held.entries) this.#put(each);
		for (const each of held.problems) this.#problems.set(each.id, each);
	}

	async read(person: number): Promise<Held> {
		const own = (each: { person: number }) => each.person === person;
		return {
			entries: [...this.#entries.values()].filter(own).sort(inOrder),
			problems: [...this.#problems.values()].filter(own)
		};
	}

	async change(person: number, work: (entries: Entry[]) => Changes): Promise<void> {
		const { put, drop, keep, letGo } = work((await this.read(person)).entries);
		for (const key of drop ?? []) this.#entries.delete(key);
		for (const each of put ?? []) this.#put(each);
		for (const id of letGo ?? []) this.#problems.delete(id);
		for (const each of keep ?? []) this.#problems.set(each.id, each);
	}

	close(): void {
		this.#entries.clear();
		this.#problems.clear();
	}

	#put(entry: Entry): void {
		const key = entry.key ?? this.#next++;
		this.#entries.set(key, { ...entry, key });
	}
}

const LEFT = 'hoarfrost-left';

/** What pages that were closed had no time to keep in the database, which answers no more by then: this does, at once. */
export function left(): Entry[] {
	try {
		return JSON.parse(localStorage.getItem(LEFT) ?? '[]') as Entry[];
	} catch {
		return [];
	}
}

export function putLeft(entries: Entry[]): void {
	try {
		if (entries.length) localStorage.setItem(LEFT, JSON.stringify(entries));
		else localStorage.removeItem(LEFT);
	} catch {
		// Where nothing is kept, whoever closes the page was warned.
	}
}

/** Tells when another page leaves something, for instance as it is closed while this one opens. */
export function onLeft(listener: () => void): void {
	window.addEventListener('storage', ({ key }) => {
		if (key === LEFT) listener();
	});
}
