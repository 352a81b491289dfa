/** Which rows and columns of a large grid are drawn: those in sight, some around them, and the one where one is. */

/** The size of a row, and of a column that holds numbers, in pixels. */
export const ROW = 30;
export const COLUMN = 46;
/** How many columns are drawn together: one more or less leaves the others as they were painted. */
export const TOGETHER = 4;

/** Columns that are drawn together, with the place of the first of them. */
export interface Block<T> {
	first: number;
	works: T[];
}

export function blocksOf<T>(works: T[]): Block<T>[] {
	const blocks = [];
	for (let first = 0; first < works.length; first += TOGETHER)
		blocks.push({ first, works: works.slice(first, first + TOGETHER) });
	return blocks;
}

/**
 * The places to draw of `count` that are `size` pixels large each, when `length` pixels are in sight from `from` on, with
 * `around` before and after them. `kept` is drawn wherever it is, so that the focus is never lost by scrolling.
 */
export function visible(
	from: number,
	length: number,
	size: number,
	count: number,
	kept: number,
	around: number
): number[] {
	// In steps, so that not every pixel of scrolling draws anew.
	const first = Math.max(0, (Math.floor(from / size / around) - 1) * around);
	const last = Math.min(count - 1, first + Math.ceil(length / size) + 3 * around);
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

/** Whether all of `count` that is in sight is drawn. */
export function covers(
	drawn: readonly number[],
	from: number,
	length: number,
	size: number,
	count: number
): boolean {
	const last = Math.min(count - 1, Math.floor((from + length) / size));
	for (let index = Math.floor(from / size); index <= last; index++) if (!drawn.includes(index)) return false;
	return true;
}

/** Where to scroll to so that a piece lies in sight, in pixels; as it is when it does. */
export function reveal(index: number, size: number, from: number, length: number): number {
	if (index * size < from) return index * size;
	return Math.max(from, (index + 1) * size - length);
}
