/** A text that saves itself while it is written, and that this browser keeps for its person until the server has it. */
import { Refusal, words } from '$lib/api/client';

const PAUSE = 700;
const AGAIN = 4000;

/** How a text is known, and how it is saved. */
export interface Saved<T> {
	/** Whose it is: another person at this browser neither sees nor sends it. */
	person: number | null;
	/** What it is the text of. */
	place: string;
	given: T;
	/** The version that `given` is. */
	version: number;
	/** Save it as written from a version; gives the version that it then is. */
	send: (value: T, version: number, isReady: boolean) => Promise<number>;
	/** Whether two read the same. */
	isSame: (one: T, other: T) => boolean;
}

/** Reading and keeping in this browser, where that may be off or full. */
const here = {
	read(key: string): string | null {
		try {
			return localStorage.getItem(key);
		} catch {
			return null;
		}
	},
	keep(key: string, text: string | null): boolean {
		try {
			if (text === null) localStorage.removeItem(key);
			else localStorage.setItem(key, text);
			return true;
		} catch {
			return false;
		}
	}
};

export class UnsentText<T> {
	value = $state() as T;
	problem = $state('');
	/** Whether somebody else has changed it since, so that it is not saved until one says so. */
	isOvertaken = $state(false);

	readonly #key: string;
	readonly #saved: Saved<T>;
	#kept: T;
	/** From which version what is here was written. */
	#version: number;
	#timer: ReturnType<typeof setTimeout> | undefined;
	#going: Promise<boolean> | null = null;
	#hasEnded = false;

	constructor(saved: Saved<T>) {
		this.#saved = saved;
		this.#key = `hoarfrost-unsent ${saved.person} ${saved.place}`;
		this.#kept = saved.given;
		this.#version = saved.version;
		this.value = saved.given;
		const left = this.#left();
		if (left) {
			// It was written from the version that was there then, whatever has been written since.
			[this.value, this.#version] = [left.value, left.version];
			this.touch();
		}
	}

	get isKept(): boolean {
		return this.#saved.isSame(this.value, this.#kept);
	}

	/** It was written in: kept here at once, and sent once the hand rests. */
	touch(): void {
		const text = JSON.stringify({ value: $state.snapshot(this.value), version: this.#version });
		if (!here.keep(this.#key, text) && !this.problem)
			this.problem = 'This browser keeps nothing; leave the page open until this is saved.';
		clearTimeout(this.#timer);
		this.#timer = setTimeout(() => void this.save(false), PAUSE);
	}

	/** Save what is here, one go at a time. True once all of it is saved. */
	async save(isReady: boolean, isReadyNow = false): Promise<boolean> {
		clearTimeout(this.#timer);
		while (this.#going) await this.#going;
		if (this.isKept && isReady === isReadyNow) {
			here.keep(this.#key, null);
			return true;
		}
		if (this.isOvertaken) return false;
		this.#going = this.#send(isReady);
		try {
			return await this.#going;
		} finally {
			this.#going = null;
		}
	}

	/** Put it in place of what somebody else wrote, which was shown. */
	insist(version: number): Promise<boolean> {
		this.#version = version;
		this.isOvertaken = false;
		return this.save(false);
	}

	/** Take what somebody else wrote in its place. */
	give(value: T, version: number): void {
		[this.value, this.#kept, this.#version] = [value, value, version];
		[this.problem, this.isOvertaken] = ['', false];
		here.keep(this.#key, null);
	}

	/** The page of it closes: it is sent once more if need be, and then no more. What that cannot save waits here. */
	end(): void {
		clearTimeout(this.#timer);
		if (!this.isKept && !this.isOvertaken) void this.save(false);
		this.#hasEnded = true;
	}

	async #send(isReady: boolean): Promise<boolean> {
		const sent = $state.snapshot(this.value) as T;
		try {
			this.#version = await this.#saved.send(sent, this.#version, isReady);
			this.#kept = sent;
			this.problem = '';
			if (this.isKept) here.keep(this.#key, null);
			return true;
		} catch (error) {
			this.problem = words(error);
			if (!(error instanceof Refusal)) return false;
			if (error.code === 'stale') this.isOvertaken = true;
			else if (error.isPassing && !this.#hasEnded)
				this.#timer = setTimeout(() => void this.save(isReady), AGAIN);
			return false;
		}
	}

	#left(): { value: T; version: number } | null {
		try {
			const read = JSON.parse(here.read(this.#key) ?? 'null') as { value: T; version: number } | null;
			return read && typeof read.version === 'number' ? read : null;
		} catch {
			return null;
		}
	}
}
