/** Which rows and columns of a large grid are drawn: those in sight, some around them, and the one where one is. */

/** The size of a row, and of a column that holds numbers, in pixels. */
export const ROW = 30;
export const COLUMN = 46;
/** How many columns are drawn together: one more or less leaves the others as they were painted. */
export const TOGETHER = 4;

/** What is needed of a column to draw it: what tells it from the others, and how wide it is in pixels. */
export interface Column {
	id: number | string;
	width: number;
}

/** Columns that are drawn together, with the place of the first of them, and in pixels where they begin and how wide they are. */
export interface Block<T> {
	first: number;
	left: number;
	width: number;
	columns: T[];
}

export function blocksOf<T>(columns: readonly T[], edges: readonly number[]): Block<T>[] {
	const blocks = [];
	for (let first = 0; first < columns.length; first += TOGETHER) {
		const [left = 0, ...ends] = edges.slice(first, first + TOGETHER + 1);
		blocks.push({
			first,
			left,
			width: (ends.at(-1) ?? left) - left,
			columns: columns.slice(first, first + TOGETHER)
		});
	}
	return blocks;
}

/** Where pieces of these sizes begin, one after the other, and last where the last one ends. */
export function edgesOf(sizes: readonly number[]): number[] {
	const edges = [0];
	for (const size of sizes) edges.push(edges.at(-1)! + size);
	return edges;
}

/** The piece that a pixel is in, by its place; past the end the last one. */
function pieceAt(edges: readonly number[], pixel: number): number {
	return Math.max(
		0,
		edges.findLastIndex((edge, place) => place < edges.length - 1 && edge <= pixel)
	);
}

/**
 * The pieces to draw of those between the `edges`, when `length` pixels are in sight from `from` on, with `around` before and
 * after them. `kept` is drawn wherever it is, so that the focus is never lost by scrolling.
 */
export function visible(
	from: number,
	length: number,
	edges: readonly number[],
	kept: number,
	around: number
): number[] {
	const count = edges.length - 1;
	// In steps, so that not every pixel of scrolling draws anew.
	const first = Math.max(0, (Math.floor(pieceAt(edges, from) / around) - 1) * around);
	const last = Math.min(count - 1, (Math.floor(pieceAt(edges, from + length) / around) + 3) * around - 1);
	const drawn: number[] = [];
	for (let index = first; index <= last; index++) drawn.push(index);
	if (kept >= 0 && kept < first) drawn.unshift(kept);
	if (kept > last && kept < count) drawn.push(kept);
	return drawn;
}

/** What there was already, where its key says that it is the same: what did not change is not drawn anew. */
export function stable<T>(now: T[], before: T[], key: (each: T) => unknown): T[] {
	const known = new Map(before.map((each) => [key(each), each]));
	const found = now.map((each) => known.get(key(each)) ?? each);
	return found.length === before.length && found.every((each, place) => each === before[place])
		? before
		: found;
}

/** Whether all that is in sight is drawn. */
export function covers(
	drawn: readonly number[],
	from: number,
	length: number,
	edges: readonly number[]
): boolean {
	const last = pieceAt(edges, from + length);
	for (let index = pieceAt(edges, from); index <= last; index++) if (!drawn.includes(index)) return false;
	return true;
}

/** Where to scroll to so that a piece lies in sight, in pixels; as it is when it does. */
export function reveal(index: number, edges: readonly number[], from: number, length: number): number {
	const [begins = 0, ends = begins] = edges.slice(index, index + 2);
	return begins < from ? begins : Math.max(from, ends - length);
}
