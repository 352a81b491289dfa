/** One direction of the grid, down or across: what of it is drawn, and where to scroll. */
import { covers, reveal, stable, visible } from './visible';

export class Axis {
	/** How far it is scrolled, in pixels. */
	from = $state(0);
	#before: number[] = [];

	constructor(
		/** How large a row, or a column, is in pixels. */
		private readonly size: () => number,
		/** How many of them are drawn together. */
		private readonly together: number,
		/** How many are drawn together around what is in sight. */
		private readonly around: number,
		/** How many pixels are in sight. */
		private readonly length: () => number,
		private readonly count: () => number,
		/** The one that is drawn wherever it is. */
		private readonly kept: () => number
	) {}

	/** The places of what is drawn; of those that are drawn together, how many went before them. */
	readonly drawn = $derived.by(() => {
		const kept = Math.floor(this.kept() / this.together);
		const now = visible(this.from, this.length(), this.#step, this.#steps, kept, this.around);
		return (this.#before = stable(now, this.#before, (each) => each));
	});

	get #step(): number {
		return this.size() * this.together;
	}

	get #steps(): number {
		return Math.ceil(this.count() / this.together);
	}

	/** Whether all is drawn that is in sight when it is scrolled so far. */
	covers(from: number): boolean {
		return covers(this.drawn, from, this.length(), this.#step, this.#steps);
	}

	/** How far to scroll so that a row, or a column, is in sight. */
	reveal(index: number, from: number): number {
		return reveal(index, this.size(), from, this.length());
	}
}
