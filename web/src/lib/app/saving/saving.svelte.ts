/** Sends what was entered, in order, until it is saved; and says in words how that stands. */
import { counted } from '$lib/words/plurals';
import { newNumber } from '$lib/api/number';
import { api, ask, PATIENCE, Refusal, type Shapes } from '$lib/api/client';
import {
	Queue,
	besideOf,
	byStudent,
	isSamePlace,
	merged,
	partsOf,
	placeId,
	problemId,
	type Batch,
	type Beside,
	type Entry,
	type Place,
	type Problem,
	type Typed,
	type Versioned,
	type Waiting
} from './queue';
import { FleetingStore, left, onLeft, putLeft, type Held } from './store';

type Answer = Shapes['AnswerOut'];
type Listener = (classId: number, term: number, answer: Answer) => void;

/** What became of what was sent next: there was nothing, or nobody is signed in; or it failed and is tried again later. */
type Became = 'answered' | 'over' | 'failed';

/** What a tab tells the others. */
interface Told {
	person: number;
	classId: number;
	term: number;
	answer: Answer;
}

const LONGEST_WAIT = 30_000;
/** How often the server may fail at a batch while it takes other things; then others are sent before it is looked at. */
const MOST_FAILURES = 5;

class Saving {
	/** The entries that wait, and the problems, of the person who is signed in. */
	entries = $state.raw<Entry[]>([]);
	problems = $state.raw<Problem[]>([]);
	/** Other changes (plan, comments, overrides) that are on their way. */
	others = $state(0);
	isAway = $state(false);
	isSignedOut = $state(false);
	/** Whether what waits is in this tab alone, for the browser's database does not take it. */
	isFleeting = $state(false);
	/** Whether it is known what waits from before. */
	isBegun = $state(false);

	patience = PATIENCE;

	/** What one tab has saved all tabs of the same person show, and build on. */
	readonly #tabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('hoarfrost-saving');

	#person: number | null = null;
	#queue: Promise<Queue> | null = null;
	/** The queue in the browser's database, where that failed later: what is saved is taken out of it all the same. */
	#left: Promise<Queue> | null = null;
	/** Entries on their way into the browser's database: until they are there, nothing is said to be kept. */
	#arriving = $state.raw<Entry[]>([]);
	#listeners = new Set<Listener>();
	#isSending = false;
	/** What was sent last. */
	#sent: Batch | null = null;
	/** Whether the server answered what failed last. */
	#isBusy = false;
	/** The batch that the server failed at last, how often, and whether it answered other things since. */
	#failing = { batch: '', times: 0, isUp: false };
	#wait = 1000;
	#timer: ReturnType<typeof setTimeout> | undefined;

	constructor() {
		this.#tabs?.addEventListener('message', ({ data }: MessageEvent<Told>) => void this.#hear(data));
		if (typeof window === 'undefined') return;
		window.addEventListener('pagehide', () => putLeft([...left(), ...this.#unkept]));
		// A page that comes back as it was goes on by itself.
		window.addEventListener('pageshow', ({ persisted }) => {
			const acts = this.#unkept.map((each) => each.act);
			if (persisted) putLeft(left().filter((each) => !acts.includes(each.act)));
		});
		onLeft(() => {
			if (this.isBegun && !this.isSignedOut) void this.begin(this.#person);
		});
	}

	/** How it stands, in words. */
	get words(): string {
		const waiting = this.entries.length;
		const count = counted(waiting, 'entry', 'entries');
		const kept = `${count} kept ${this.isFleeting ? 'in this tab alone' : 'here'}`;
		if (this.#arriving.length) return `Saving ${waiting}…`;
		if (this.isSignedOut && waiting) return `Signed out: ${kept}`;
		if (!this.isBegun) return 'Looking for unsaved entries…';
		if (this.isAway) return waiting ? `Offline: ${kept}` : 'Offline';
		if (this.problems.length) return `${this.problems.length} to look at`;
		if (waiting + this.others) return `Saving ${waiting + this.others}…`;
		return 'All saved';
	}

	get isSettled(): boolean {
		return !this.entries.length && !this.others && !this.isAway && !this.problems.length;
	}

	/** Take up somebody's queue. What another person left stays where it is, for them. */
	async begin(person: number | null): Promise<void> {
		this.#person = person;
		this.isSignedOut = person === null;
		// One tab takes it up, or it would be sent twice.
		if (person !== null) await exclusively('taking up', () => this.#takeUp(person));
		await this.#look();
		this.isBegun = true;
		void this.#send();
	}

	/** The page has lost its person: what is here waits for them, and nothing is sent until they are back. */
	pause(): void {
		this.isSignedOut = true;
	}

	onAnswer(listener: Listener): () => void {
		this.#listeners.add(listener);
		return () => this.#listeners.delete(listener);
	}

	/** Enter a score. It counts as waiting at once, and is kept before this returns. */
	async enter(typed: Typed, term: number): Promise<void> {
		await this.enterAll(term, [typed]);
	}

	/** Enter scores together, which are then saved, and undone, together as far as a batch holds them. */
	async enterAll(term: number, typed: Typed[]): Promise<void> {
		const person = this.#person;
		if (person === null || !typed.length) return;
		const act = newNumber();
		const entries: Entry[] = typed.map((each) => ({ ...each, term, person, act, batch: null }));
		this.#arriving = [...this.#arriving, ...entries];
		this.entries = [...this.entries, ...entries];
		await this.#do((queue) => queue.add(...entries));
		this.#arriving = this.#arriving.filter((each) => !entries.includes(each));
		await this.#look();
		void this.#send();
	}

	/** Count another change while it is on its way. */
	async during<T>(work: Promise<T>): Promise<T> {
		this.others += 1;
		try {
			const done = await work;
			this.isAway = false;
			return done;
		} catch (error) {
			if (error instanceof Refusal && error.status === 0) this.isAway = true;
			throw error;
		} finally {
			this.others -= 1;
		}
	}

	/** Deal with a problem: with a text it is entered again on top of what is there now, without one it is let go. */
	async resolve(problem: Problem, text: string | null): Promise<void> {
		await this.#takeOut((queue) => queue.removeProblem(problem));
		const { classId, student, assignment, what, beside } = problem;
		const place = { classId, student, assignment, version: problem.theirs?.version ?? 0 };
		if (text !== null && what === 'score') await this.enter({ ...place, text, ...beside }, problem.term);
		else if (text !== null && what !== 'score')
			await this.enter({ ...place, ...only(what, text, problem.theirs?.text) }, problem.term);
		await this.#look();
	}

	#waitingBefore = new Map<string, Map<number, Waiting>>();
	#troubledBefore = new Map<string, Map<number, Problem>>();
	readonly #waiting = $derived(
		(this.#waitingBefore = byStudent(merged(this.entries), this.#waitingBefore, JSON.stringify))
	);
	readonly #troubled = $derived(
		(this.#troubledBefore = byStudent(
			this.problems.filter((each) => each.what === 'score'),
			this.#troubledBefore,
			problemReads
		))
	);

	/** What of a student's waits, by assignment; the same as before where it reads as before, so that an entry wakes its own row alone, once. */
	waiting(classId: number, student: number): ReadonlyMap<number, Waiting> | undefined {
		return this.#waiting.get(`${classId} ${student}`);
	}

	/** Which of a student's scores are to be looked at, by assignment. */
	troubled(classId: number, student: number): ReadonlyMap<number, Problem> | undefined {
		return this.#troubled.get(`${classId} ${student}`);
	}

	pending(place: Place): Waiting | undefined {
		return this.waiting(place.classId, place.student)?.get(place.assignment);
	}

	/** What stands at a place: what was typed and waits, or is to be looked at, before what is `saved`. */
	shown(place: Place, saved: string): string {
		return this.problem(place)?.typed ?? this.pending(place)?.text ?? saved;
	}

	/** What stands beside the score at a place: what was written and waits, or is to be looked at, before what is `saved`. */
	beside(place: Place, what: 'comment' | 'note' | 'flag', saved: string): string {
		const problem = this.problems.find((each) => each.what === what && isSamePlace(each, place));
		return problem?.typed ?? this.pending(place)?.[what] ?? saved;
	}

	problem(place: Place): Problem | undefined {
		return this.troubled(place.classId, place.student)?.get(place.assignment);
	}

	/** Wait until all that was entered or changed is saved. False where it cannot be now: without a connection, or signed out. */
	async settled(): Promise<boolean> {
		while (this.entries.length || this.others || !this.isBegun) {
			if (this.isAway || this.isSignedOut) return false;
			await new Promise((wake) => setTimeout(wake, 20));
		}
		return true;
	}

	/** Try at once, for instance because the connection is back. */
	again(): void {
		clearTimeout(this.#timer);
		this.#wait = 1000;
		void this.#send();
	}

	/** The server answered something else: what did not reach it can be sent. What it could not take waits its time. */
	reached(): void {
		this.#failing.isUp = true;
		if (!this.isAway || (this.#isBusy && this.entries.length)) return;
		this.isAway = false;
		this.again();
	}

	/** Do something with the queue. Where the browser's database fails, what is known here goes on in this tab's memory. */
	async #do<T>(work: (queue: Queue) => Promise<T>): Promise<T> {
		const used = (this.#queue ??= Queue.open());
		try {
			return await work(await used);
		} catch (error) {
			if (used === this.#queue) {
				if (this.isFleeting) throw error;
				this.isFleeting = true;
				this.#left = used;
				this.#queue = this.#inMemory(used);
			}
			return this.#do(work);
		}
	}

	async #inMemory(failed: Promise<Queue>): Promise<Queue> {
		const kept = this.entries.filter((each) => !this.#arriving.includes(each));
		const known = { entries: kept, problems: this.problems };
		// What can still be read tells which entries are on their way.
		const held = await failed
			.then((queue) => (this.#person === null ? known : queue.of(this.#person)))
			.catch(() => known);
		return new Queue(new FleetingStore(held));
	}

	/** What would be gone with the page; what is on its way keeps its number. */
	get #unkept(): Entry[] {
		const sent = this.#sent;
		return (this.isFleeting ? this.entries : this.#arriving).map((each) => {
			const isSent = sent?.entries.some((other) => other.act === each.act && isSamePlace(other, each));
			return { ...each, key: undefined, batch: isSent ? sent!.id : each.batch };
		});
	}

	/** Take up what a page that was closed had no time to keep. */
	async #takeUp(person: number): Promise<void> {
		const mine = left().filter((each) => each.person === person);
		if (!mine.length) return;
		const acts = (await this.#do((queue) => queue.of(person))).entries.map((each) => each.act);
		await this.#do((queue) => queue.add(...mine.filter((each) => !acts.includes(each.act))));
		putLeft(left().filter((each) => each.person !== person));
	}

	/** Take something out of the queue, and of what is left in the browser's database, from where it would come back another day. */
	async #takeOut(work: (queue: Queue) => Promise<void>): Promise<void> {
		await this.#do(work);
		void this.#left?.then(work).catch(() => undefined);
	}

	async #look(): Promise<void> {
		this.#show(await this.#read());
	}

	async #read(): Promise<Held> {
		const person = this.#person;
		if (person === null) return { entries: [], problems: [] };
		const { entries, problems } = await this.#do((queue) => queue.of(person));
		return { entries: [...entries, ...this.#arriving], problems };
	}

	/** What reads as before wakes nobody. */
	#show({ entries, problems }: Held): void {
		if (!readSame(entries, this.entries, entryReads)) this.entries = entries;
		if (!readSame(problems, this.problems, problemReads)) this.problems = problems;
	}

	async #send(): Promise<void> {
		if (this.#isSending || this.#person === null || this.isSignedOut) return;
		this.#isSending = true;
		let became: Became;
		try {
			// One tab sends at a time, so that the order holds in all of them together.
			became = await exclusively('saving', () => this.#sendAll());
		} finally {
			this.#isSending = false;
		}
		if (became === 'failed') {
			clearTimeout(this.#timer);
			this.#timer = setTimeout(() => void this.#send(), this.#wait);
			this.#wait = Math.min(this.#wait * 2, LONGEST_WAIT);
		} else if (this.entries.length && !this.isAway && !this.isSignedOut) void this.#send();
	}

	async #sendAll(): Promise<Became> {
		for (;;) {
			const became = await this.#sendNext();
			if (became !== 'answered') return became;
		}
	}

	async #sendNext(): Promise<Became> {
		const person = this.#person;
		if (person === null) return 'over';
		const batch = await this.#do((queue) => queue.nextBatch(person));
		const first = batch?.entries[0];
		if (!batch || !first) {
			// Another tab may have sent what waits in the eyes of this one.
			if (this.entries.length) await this.#look();
			return 'over';
		}
		this.#sent = batch;
		const entries = batch.entries.map(({ student, assignment, text, version, how, was, ...each }) => ({
			student, assignment, text, version, how: how ?? ('typed' as const), was: was ?? {}, ...besideOf(each)
		})); // prettier-ignore
		try {
			const answer = await ask(
				api.POST('/api/v1/classes/{class_id}/scores', {
					params: { path: { class_id: first.classId } },
					body: { id: batch.id, term: first.term, entries },
					signal: AbortSignal.timeout(this.patience)
				})
			);
			await this.#settle(batch, person, first, answer);
			return 'answered';
		} catch (error) {
			return this.#failed(batch, person, error);
		}
	}

	async #settle(batch: Batch, person: number, first: Entry, answer: Answer): Promise<void> {
		const { classId, term } = first;
		const trouble = (
			{ student, assignment, what, typed }: Answer['refused'][number],
			message: string,
			theirs: Problem['theirs']
		): Promise<void> => {
			const place = { classId, student, assignment };
			const sent = batch.entries.find((each) => isSamePlace(each, place));
			return this.#trouble(person, place, sent, { term, what, typed, message, theirs });
		};
		for (const each of answer.conflicts) {
			const verb = each.what === 'score' ? 'entered' : `wrote another ${each.what}:`;
			const theirs = { text: each.theirs, version: each.version, who: each.who, at: each.at };
			await trouble(
				{ ...each, message: '' },
				`${each.who} ${verb} ${each.theirs || 'a blank'} meanwhile.`,
				theirs
			);
		}
		for (const each of answer.refused) await trouble(each, each.message, null);
		await this.#takeOut((queue) => queue.settle(batch, person, seen(classId, answer)));
		const now = await this.#read();
		// What was saved is shown as saved in one go.
		this.isAway = false;
		this.#wait = 1000;
		for (const listener of this.#listeners) listener(classId, term, answer);
		this.#show(now);
		this.#tabs?.postMessage({ person, classId, term, answer } satisfies Told);
	}

	/** Another tab has saved something. */
	async #hear({ person, classId, term, answer }: Told): Promise<void> {
		this.isAway = false;
		if (person !== this.#person) return;
		await this.#do(async (queue) => queue.know(person, seen(classId, answer)));
		const now = await this.#read();
		for (const listener of this.#listeners) listener(classId, term, answer);
		this.#show(now);
	}

	/** Keep what was not taken, with what came with it, until it is dealt with. */
	async #trouble(
		person: number,
		place: Place,
		sent: Beside | undefined,
		told: Pick<Problem, 'term' | 'what' | 'typed' | 'message' | 'isUnsure' | 'theirs'>
	): Promise<void> {
		const beside = told.what === 'score' && sent ? besideOf(sent) : undefined;
		const id = problemId({ ...place, person }, told.what);
		await this.#do((queue) => queue.addProblem({ ...place, ...told, id, person, beside }));
	}

	/** Whether a failure is the batch's own, so that everything after it would wait for ever. */
	#isHopeless(batch: Batch, error: unknown): boolean {
		if (!(error instanceof Refusal) || error.status !== 500) return false;
		const { batch: before, times, isUp } = this.#failing;
		const again = before === batch.id && isUp ? times + 1 : 1;
		this.#failing = { batch: batch.id, times: again, isUp: false };
		return again >= MOST_FAILURES;
	}

	async #failed(batch: Batch, person: number, error: unknown): Promise<Became> {
		// Signed out, or somebody else is signed in: what is here waits for its person.
		if (error instanceof Refusal && (error.status === 401 || error.code === 'wrong_person')) {
			this.isSignedOut = true;
			return 'over';
		}
		const isHopeless = this.#isHopeless(batch, error);
		if (!(error instanceof Refusal) || (error.isPassing && !isHopeless)) {
			this.isAway = true;
			this.#isBusy = error instanceof Refusal && error.status !== 0;
			return 'failed';
		}
		const message = isHopeless
			? 'The server failed at this again and again, and takes other things. Look at what is there now, and type it again.'
			: error.message;
		// The whole batch is refused: each entry is kept as a problem, with what was typed.
		for (const entry of batch.entries)
			for (const what of entry.text === null ? partsOf(entry) : (['score'] as const)) {
				const { classId, student, assignment, term } = entry;
				const typed = (what === 'score' ? entry.text : entry[what]) ?? '';
				await this.#trouble(person, { classId, student, assignment }, entry, {
					term, what, typed, message, isUnsure: isHopeless, theirs: null
				}); // prettier-ignore
			}
		await this.#takeOut((queue) => queue.settle(batch, person, []));
		await this.#look();
		return 'answered';
	}
}

/** Which scores were saved. What was saved beside a score says nothing of the score that was seen. */
function seen(classId: number, answer: Answer): Versioned[] {
	return answer.saved.filter((each) => each.what === 'score').map((each) => ({ ...each, classId }));
}

function entryReads(each: Entry): string {
	return JSON.stringify([placeId(each.person, each), each.text, besideOf(each)]);
}

/** A change of one thing beside a score, on top of what stood there. */
export function only(
	what: keyof Beside,
	value: string | boolean,
	was?: string
): Pick<Typed, 'text' | 'was'> & Beside {
	return { text: null, [what]: value, ...(what === 'meant' ? {} : { was: { [what]: was ?? '' } }) };
}

function problemReads(each: Problem): string {
	return JSON.stringify([each.id, each.typed, each.message, each.theirs?.version]);
}

/** Whether both lists read the same. */
function readSame<T>(one: T[], other: T[], text: (each: T) => string): boolean {
	return one.length === other.length && one.every((each, place) => text(each) === text(other[place]!));
}

/** Do something that only one tab does at a time. */
function exclusively<T>(what: string, work: () => Promise<T>): Promise<T> {
	if (typeof navigator !== 'undefined' && navigator.locks)
		return navigator.locks.request(`hoarfrost-${what}`, work);
	return work();
}

export const saving = new Saving();
