/** What was entered and is not saved yet. It is kept, and sent in the order in which it was entered. */
import { newNumber } from '$lib/api/number';
import type { Shapes } from '$lib/api/client';
import { KeptStore, type Held, type Store } from './store';

/** Where a score stands. */
export interface Place {
	classId: number;
	student: number;
	assignment: number;
}

/** How something came to be entered. */
export type How = 'typed' | 'pasted' | 'filled' | 'from the stack' | 'put back';

/** What is entered beside a score. */
export interface Beside {
	comment?: string | undefined;
	note?: string | undefined;
	flag?: string | undefined;
	/** That a number which looks like a slip is right. */
	meant?: boolean | undefined;
}

/** Which part of an entry is meant: the score itself, or what stands beside it. */
export type What = Shapes['ConflictOut']['what'];

/** What was typed for a student, based on a version. Without a text the score stays, and what stands beside it changes. */
export interface Typed extends Place, Beside {
	text: string | null;
	version: number;
	/** What stood beside the score where typing began. */
	was?: Partial<Record<Exclude<What, 'score'>, string>> | undefined;
	how?: How;
}

/** What stands in a cell and waits to be saved. */
export interface Waiting extends Place, Beside {
	text: string | null;
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

/** A place with the version that was saved last. */
export interface Versioned extends Place {
	version: number;
}

/** Entries that are sent together under one number. */
export interface Batch {
	id: string;
	entries: Entry[];
}

/** An entry that was not taken: refused with a reason, or a colleague was faster. It is kept until it is dealt with. */
export interface Problem extends Place {
	id: string;
	person: number;
	term: number;
	what: What;
	typed: string;
	/** What came with a score, which is kept as what was typed is. */
	beside?: Beside | undefined;
	message: string;
	/** Whether it may have been saved all the same. */
	isUnsure?: boolean;
	theirs: { text: string; version: number; who: string; at: string } | null;
}

export const MOST_AT_ONCE = 500;

export function placeId(person: number, place: Place): string {
	return `${person} ${place.classId} ${place.student} ${place.assignment}`;
}

/** What is named by what it says beside a score. */
const BESIDE = ['comment', 'note', 'flag', 'meant'] as const;

/** What of an entry was given beside the score. */
export function besideOf(typed: Beside): Beside {
	return Object.fromEntries(
		BESIDE.flatMap((each) => (typed[each] === undefined ? [] : [[each, typed[each]]]))
	);
}

/** Whether a line begins with a stroke: it says levels beside the score of the whole, which stands until the answer comes. */
const isBeside = (text: string | null): boolean => !!text?.startsWith('/');

/** What a cell holds once all that waits is saved, by place, in the order in which it came. */
export function merged(entries: readonly Entry[]): Waiting[] {
	const found = new Map<string, Waiting>();
	for (const each of entries) {
		const { classId, student, assignment } = each;
		const before = found.get(placeId(each.person, each));
		found.set(placeId(each.person, each), {
			...{ classId, student, assignment, ...before },
			...besideOf(each),
			text: (isBeside(each.text) ? null : each.text) ?? before?.text ?? null
		});
	}
	return [...found.values()];
}

/**
 * What an entry replaces of what was not sent yet, and is replaced by: another score in the same cell, or another text in
 * the same field beside it. Null where it says only a part: a line with strokes, or several things beside a score.
 */
function spot(entry: Entry): string | null {
	if (entry.text?.includes('/')) return null;
	const fields = Object.keys(besideOf(entry));
	if (entry.text === null && fields.length !== 1) return null;
	return `${placeId(entry.person, entry)} ${entry.text === null ? fields[0] : 'score'}`;
}

/** An entry joins those that wait by their spots. What says a part of a cell is to come after all that came before it. */
function take(waiting: Map<string, Entry>, entry: Entry): void {
	const where = spot(entry);
	const cell = `${placeId(entry.person, entry)} `;
	if (where !== null) waiting.set(where, entry);
	else for (const each of waiting.keys()) if (each.startsWith(cell)) waiting.delete(each);
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
	/** The last version of each place that was saved from this browser. */
	readonly #saved = new Map<string, number>();

	constructor(private readonly store: Store) {}

	/** The queue in the browser's database, so that a closed tab loses nothing. */
	static async open(name = 'hoarfrost'): Promise<Queue> {
		return new Queue(await KeptStore.open(name));
	}

	/**
	 * Add entries of a person, all or none. One in the same spot that was not sent yet is replaced: only the last typing
	 * counts. What was typed before one's own earlier entry came back as saved builds on that entry all the same.
	 */
	async add(...added: Entry[]): Promise<void> {
		const person = added[0]?.person;
		if (person === undefined) return;
		await this.store.change(person, (entries) => {
			const waiting = new Map<string, Entry>();
			for (const each of entries) if (each.batch === null) take(waiting, each);
			const put: Entry[] = [];
			const drop: number[] = [];
			for (const typed of added) {
				const version = Math.max(typed.version, this.#saved.get(placeId(person, typed)) ?? 0);
				const entry = { ...typed, version };
				const where = spot(entry);
				const before = where === null ? undefined : waiting.get(where);
				if (before?.key !== undefined) drop.push(before.key);
				else if (before) put.splice(put.indexOf(before), 1);
				// What waits beside a score goes with the new one unless another came with it; it builds on what both began with.
				const kept = before
					? { ...entry, ...besideOf(before), ...besideOf(entry), version: before.version, was: before.was }
					: entry;
				take(waiting, kept);
				put.push(kept);
			}
			const letGo = added.flatMap((entry) => partsOf(entry).map((what) => problemId(entry, what)));
			return { put, drop, letGo };
		});
	}

	/** What is a person's: the entries in the order in which they were made, and the problems. */
	async of(person: number): Promise<Held> {
		const { entries, problems } = await this.store.read(person);
		// What was kept before problems said what they are about is about scores.
		const unsaid = { what: 'score' as What };
		return {
			entries,
			problems: problems.map((each) => ({ ...unsaid, beside: besideOf(each as Beside), ...each }))
		};
	}

	/**
	 * What is sent next: one batch, which is one act. A batch that was sent before and not answered comes again
	 * under its own number, and holds exactly what it held.
	 */
	async nextBatch(person: number): Promise<Batch | null> {
		let batch: Batch | null = null;
		await this.store.change(person, (all) => {
			const first = all[0];
			if (!first) return {};
			if (first.batch !== null) {
				batch = { id: first.batch, entries: all.filter((each) => each.batch === first.batch) };
				return {};
			}
			const id = newNumber();
			const end = all.findIndex((each) => each.act !== first.act || each.classId !== first.classId);
			const entries = all.slice(0, Math.min(end < 0 ? all.length : end, MOST_AT_ONCE));
			batch = { id, entries };
			return { put: entries.map((each) => ({ ...each, batch: id })) };
		});
		return batch;
	}

	/** What is entered from now on builds on what was saved, from here or from another tab. */
	know(person: number, saved: Versioned[]): void {
		for (const place of saved) this.#saved.set(placeId(person, place), place.version);
	}

	/** A batch was answered: it leaves the queue, and later entries in the same cells build on what was saved. */
	async settle(batch: Batch, person: number, saved: Versioned[]): Promise<void> {
		this.know(person, saved);
		const drop = batch.entries.map((each) => each.key!);
		await this.store.change(person, (entries) => ({
			drop,
			put: entries.flatMap((each) => {
				const base = drop.includes(each.key!) ? null : saved.find((place) => isSamePlace(place, each));
				return base ? [{ ...each, version: base.version }] : [];
			})
		}));
	}

	async addProblem(problem: Problem): Promise<void> {
		await this.store.change(problem.person, () => ({ keep: [problem] }));
	}

	async removeProblem(problem: Problem): Promise<void> {
		await this.store.change(problem.person, () => ({ letGo: [problem.id] }));
	}

	close(): void {
		this.store.close();
	}
}

/** A problem of a score has its place's name; one beside it has what it is about with it. */
export function problemId(entry: Place & { person: number }, what: What): string {
	return what === 'score' ? placeId(entry.person, entry) : `${placeId(entry.person, entry)} ${what}`;
}

/** Which parts of a cell an entry says something of. */
export function partsOf(entry: Entry): What[] {
	const beside = (['comment', 'note', 'flag'] as const).filter((each) => entry[each] !== undefined);
	return entry.text === null ? beside : ['score', ...beside];
}

export function isSamePlace(one: Place, other: Place): boolean {
	return (
		one.classId === other.classId && one.student === other.student && one.assignment === other.assignment
	);
}
