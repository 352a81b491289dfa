/**
 * What was entered and is not saved yet. It lives in the browser's database, so that a closed tab loses nothing,
 * and is sent in the order in which it was entered.
 */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** Where a score stands. */
export interface Place {
	classId: number;
	student: number;
	assignment: number;
}

/** How something came to be entered. */
export type How = 'typed' | 'pasted' | 'filled' | 'from the stack';

/** What was typed for a student, based on a version; with it perhaps a comment and a flag. */
export interface Typed extends Place {
	text: string;
	version: number;
	comment?: string | undefined;
	flag?: string | undefined;
	how?: How;
}

/** One entry, with the version of the score that it was based on. `batch` is set once it has been sent. */
export interface Entry extends Typed {
	key?: number;
	person: number;
	term: number;
	batch: string | null;
	/** What was done together is sent together, and undone together. */
	act: string;
}

/** An entry that was not taken: refused with a reason, or a colleague was faster. It is kept until it is dealt with. */
export interface Problem extends Place {
	id: string;
	person: number;
	term: number;
	typed: string;
	/** The comment and the flag that came with it, which are kept as what was typed is. */
	comment?: string | undefined;
	flag?: string | undefined;
	message: string;
	theirs: { text: string; version: number; who: string; at: string } | null;
}

interface Schema extends DBSchema {
	entries: { key: number; value: Entry; indexes: { person: number } };
	problems: { key: string; value: Problem; indexes: { person: number } };
}

export const MOST_AT_ONCE = 500;

export function placeId(person: number, place: Place): string {
	return `${person} ${place.classId} ${place.student} ${place.assignment}`;
}

/** Whether an entry's text is a line with scores by standard, of which it may leave some as they are. */
function hasParts(entry: Entry): boolean {
	return entry.text.includes('/');
}

/**
 * What stands at places, by class and student, and then by assignment. What a student has comes as it was `before` where
 * it reads the same.
 */
export function byStudent<T extends Place>(
	all: readonly T[],
	before: Map<string, Map<number, T>>,
	reads: (each: T) => string
): Map<string, Map<number, T>> {
	const found = new Map<string, Map<number, T>>();
	for (const each of all) {
		const key = `${each.classId} ${each.student}`;
		found.set(key, (found.get(key) ?? new Map<number, T>()).set(each.assignment, each));
	}
	for (const [key, now] of found) {
		const then = before.get(key);
		const isSame = [...now].every(([work, each]) => {
			const other = then?.get(work);
			return other && reads(other) === reads(each);
		});
		if (then?.size === now.size && isSame) found.set(key, then);
	}
	return found;
}

export class Queue {
	/** The last version of each place that was saved from here. */
	readonly #saved = new Map<string, number>();

	private constructor(private readonly db: IDBPDatabase<Schema>) {}

	static async open(name = 'hoarfrost'): Promise<Queue> {
		const db = await openDB<Schema>(name, 1, {
			upgrade(made) {
				const entries = made.createObjectStore('entries', { keyPath: 'key', autoIncrement: true });
				entries.createIndex('person', 'person');
				made.createObjectStore('problems', { keyPath: 'id' }).createIndex('person', 'person');
			}
		});
		return new Queue(db);
	}

	/**
	 * Add entries, all or none. One in the same cell that was not sent yet is replaced: only the last typing counts. A
	 * line with strokes says a part of what the cell holds, so that it neither replaces another nor is replaced.
	 * What was typed before one's own earlier entry came back as saved builds on that entry all the same.
	 */
	async add(...added: Entry[]): Promise<void> {
		const work = this.db.transaction(['entries', 'problems'], 'readwrite');
		const entries = work.objectStore('entries');
		const person = added[0]?.person;
		const waiting = new Map<string, Entry>();
		for (const each of person === undefined ? [] : await entries.index('person').getAll(person))
			if (each.batch === null) waiting.set(placeId(each.person, each), each);
		for (const typed of added) {
			const version = Math.max(typed.version, this.#saved.get(placeId(typed.person, typed)) ?? 0);
			const entry = { ...typed, version };
			const waits = waiting.get(placeId(entry.person, entry));
			const before = waits && !hasParts(waits) && !hasParts(entry) ? waits : undefined;
			if (before) await entries.delete(before.key!);
			// A comment that waits goes with the new number unless another came with it.
			const kept = before
				? {
						...entry,
						version: before.version,
						comment: entry.comment ?? before.comment,
						flag: entry.flag ?? before.flag
					}
				: entry;
			waiting.set(placeId(entry.person, entry), { ...kept, key: await entries.add(kept) });
			await work.objectStore('problems').delete(placeId(entry.person, entry));
		}
		await work.done;
	}

	/** A person's entries in the order in which they were made. */
	async entries(person: number): Promise<Entry[]> {
		const found = await this.db.getAllFromIndex('entries', 'person', person);
		return found.sort((one, other) => one.key! - other.key!);
	}

	/**
	 * What is sent next: one batch, which is one act. A batch that was sent before and not answered comes again
	 * under its own number, and holds exactly what it held.
	 */
	async nextBatch(person: number): Promise<{ id: string; entries: Entry[] } | null> {
		const work = this.db.transaction('entries', 'readwrite');
		const all = (await work.store.index('person').getAll(person)).sort((one, other) => one.key! - other.key!);
		const first = all[0];
		if (!first) return null;
		let id = first.batch;
		let chosen = all.filter((each) => each.batch === id);
		if (id === null) {
			id = crypto.randomUUID();
			const end = all.findIndex((each) => each.act !== first.act || each.classId !== first.classId);
			chosen = all.slice(0, Math.min(end < 0 ? all.length : end, MOST_AT_ONCE));
			for (const each of chosen) await work.store.put({ ...each, batch: id });
		}
		await work.done;
		return { id, entries: chosen };
	}

	/** A batch was answered: it leaves the queue, and later entries in the same cells build on what was saved. */
	async settle(id: string, person: number, saved: (Place & { version: number })[]): Promise<void> {
		const work = this.db.transaction('entries', 'readwrite');
		for (const place of saved) this.#saved.set(placeId(person, place), place.version);
		for (const each of await work.store.index('person').getAll(person)) {
			if (each.batch === id) {
				await work.store.delete(each.key!);
				continue;
			}
			const base = saved.find((place) => isSamePlace(place, each));
			if (base) await work.store.put({ ...each, version: base.version });
		}
		await work.done;
	}

	async problems(person: number): Promise<Problem[]> {
		return this.db.getAllFromIndex('problems', 'person', person);
	}

	async addProblem(problem: Problem): Promise<void> {
		await this.db.put('problems', problem);
	}

	async removeProblem(id: string): Promise<void> {
		await this.db.delete('problems', id);
	}

	close(): void {
		this.db.close();
	}
}

export function isSamePlace(one: Place, other: Place): boolean {
	return (
		one.classId === other.classId && one.student === other.student && one.assignment === other.assignment
	);
}
