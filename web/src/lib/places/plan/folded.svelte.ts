/** Which categories of the outline are folded: that stays so on this machine. */
import { SvelteSet } from 'svelte/reactivity';

export class FoldedCategories {
	readonly #folded = new SvelteSet<number>();

	constructor(private readonly classId: () => number) {
		$effect(() => {
			this.#folded.clear();
			for (const each of JSON.parse(localStorage.getItem(this.#key) ?? '[]') as number[])
				this.#folded.add(each);
		});
	}

	get #key(): string {
		return `folded ${this.classId()}`;
	}

	has(category: number): boolean {
		return this.#folded.has(category);
	}

	turn(category: number): void {
		if (!this.#folded.delete(category)) this.#folded.add(category);
		localStorage.setItem(this.#key, JSON.stringify([...this.#folded]));
	}
}
