/** One direction of the grid, down or across: what of it is drawn, and where to scroll. */
import { covers, reveal, stable, visible } from './visible';

export class Axis {
	/** How far it is scrolled, in pixels. */
	from = $state(0);
	#before: number[] = [];

	constructor(
		/** Where rows, or columns, begin in pixels, and last where the last one ends. */
		private readonly edges: () => readonly number[],
		/** How many of them are drawn together. */
		private readonly together: number,
		/** How many are drawn together around what is in sight. */
		private readonly around: number,
		/** How many pixels are in sight. */
		private readonly length: () => number,
		/** The one that is drawn wherever it is. */
		private readonly kept: () => number
	) {}

	/** The places of what is drawn; of those that are drawn together, how many went before them. */
	readonly drawn = $derived.by(() => {
		const kept = Math.floor(this.kept() / this.together);
		const now = visible(this.from, this.length(), this.#steps, kept, this.around);
		return (this.#before = stable(now, this.#before, (each) => each));
	});

	/** The edges of those that are drawn together. */
	readonly #steps = $derived.by(() => {
		const edges = this.edges();
		return edges.filter((_, place) => place % this.together === 0 || place === edges.length - 1);
	});

	/** Whether all is drawn that is in sight when it is scrolled so far. */
	covers(from: number): boolean {
		return covers(this.drawn, from, this.length(), this.#steps);
	}

	/** How far to scroll so that a row, or a column, is in sight. */
	reveal(index: number, from: number): number {
		return reveal(index, this.edges(), from, this.length());
	}
}
