/** Curves and minimums that were put aside to be compared, up to three of them, each under a name; kept in this browser. */
import type { Step } from './curving.svelte';

export interface Aside {
	name: string;
	steps: Step[];
	/** Where each mark begins. */
	minimums: Record<string, string>;
}

export const MOST_ASIDE = 3;

export class Asides {
	all = $state.raw<Aside[]>([]);

	/** `place` tells what they are of: a class, and what is looked at in it. */
	constructor(private readonly place: string) {
		try {
			this.all = JSON.parse(localStorage.getItem(this.#key) ?? '[]') as Aside[];
		} catch {
			// What cannot be read any more is none.
		}
	}

	get isFull(): boolean {
		return this.all.length >= MOST_ASIDE;
	}

	/** Under the first letter that is free. */
	add(steps: Step[], minimums: Record<string, string>): void {
		const name = ['A', 'B', 'C'].find((each) => !this.all.some((other) => other.name === `Try ${each}`));
		if (name && !this.isFull) this.#set([...this.all, { name: `Try ${name}`, steps, minimums }]);
	}

	rename(which: Aside, name: string): void {
		const bare = name.trim();
		if (bare)
			this.#set(this.all.map((each) => (each === which ? { ...each, name: bare.slice(0, 30) } : each)));
	}

	forget(which: Aside): void {
		this.#set(this.all.filter((each) => each !== which));
	}

	#set(all: Aside[]): void {
		this.all = all;
		localStorage.setItem(this.#key, JSON.stringify(all));
	}

	get #key(): string {
		return `hoarfrost curves aside ${this.place}`;
	}
}
