/** One direction of the grid, down or across: which of its pieces are drawn, and where to scroll. */
import { after, covers, pieceKey, reveal, stable, visible, type Piece } from './visible';

export class Axis {
	/** How far it is scrolled, in pixels. */
	from = $state(0);
	#before: Piece[] = [];

	constructor(
		/** How large a piece is, in pixels. */
		private readonly size: number,
		/** How many pixels are in sight. */
		private readonly length: () => number,
		private readonly count: () => number,
		/** The piece that is drawn wherever it is. */
		private readonly kept: () => number
	) {}

	readonly drawn = $derived.by(() => {
		const now = visible(this.from, this.length(), this.size, this.count(), this.kept());
		return (this.#before = stable(now, this.#before, pieceKey));
	});
	/** How many after the last that is drawn are not. */
	readonly rest = $derived.by(() => after(this.drawn, this.count()));

	/** Whether all is drawn that is in sight when it is scrolled so far. */
	covers(from: number): boolean {
		return covers(this.drawn, from, this.length(), this.size, this.count());
	}

	/** How far to scroll so that a piece is in sight. */
	reveal(index: number, from: number): number {
		return reveal(index, this.size, from, this.length());
	}
}
