/** Which rows and columns of a large grid are drawn: those in sight, some around them, and the one where one is. */

/** A row or column that is drawn, with how many before it are not. */
export interface Piece {
	index: number;
	gap: number;
}

const AROUND = 2;

/**
 * The pieces to draw of `count` that are `size` pixels large each, when `length` pixels are in sight from `from` on.
 * `kept` is drawn wherever it is, so that the focus is never lost by scrolling.
 */
export function visible(from: number, length: number, size: number, count: number, kept: number): Piece[] {
	// In steps, so that not every pixel of scrolling draws anew.
	const first = Math.max(0, (Math.floor(from / size / AROUND) - 1) * AROUND);
	const last = Math.min(count - 1, first + Math.ceil(length / size) + 3 * AROUND);
	const drawn: number[] = [];
	for (let index = first; index <= last; index++) drawn.push(index);
	if (kept >= 0 && kept < first) drawn.unshift(kept);
	if (kept > last && kept < count) drawn.push(kept);
	return drawn.map((index, place) => ({ index, gap: index - (place ? drawn[place - 1]! + 1 : 0) }));
}

/** What there was already, where its key says that it is the same: what did not change is not drawn anew. */
export function stable<T>(now: T[], before: T[], key: (each: T) => string): T[] {
	const known = new Map(before.map((each) => [key(each), each]));
	const found = now.map((each) => known.get(key(each)) ?? each);
	return found.length === before.length && found.every((each, place) => each === before[place])
		? before
		: found;
}

export function pieceKey(piece: Piece): string {
	return `${piece.index} ${piece.gap}`;
}

/** Whether all of `count` pieces that are in sight are drawn. */
export function covers(pieces: Piece[], from: number, length: number, size: number, count: number): boolean {
	const drawn = new Set(pieces.map((each) => each.index));
	const last = Math.min(count - 1, Math.floor((from + length) / size));
	for (let index = Math.floor(from / size); index <= last; index++) if (!drawn.has(index)) return false;
	return true;
}

/** How many after the last piece are not drawn. */
export function after(pieces: Piece[], count: number): number {
	return count - 1 - (pieces.at(-1)?.index ?? -1);
}

/** Where to scroll to so that a piece lies in sight, in pixels; as it is when it does. */
export function reveal(index: number, size: number, from: number, length: number): number {
	if (index * size < from) return index * size;
	return Math.max(from, (index + 1) * size - length);
}
