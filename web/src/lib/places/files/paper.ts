/** Sheets of paper: how a table is parted into pages, so that each has the names and heads that it is read by. */

export type Size = 'a4' | 'letter';

export interface Page {
	/** Which lines and columns stand on it, by their places. */
	lines: number[];
	columns: number[];
}

export interface Measures {
	/** What the paper leaves within its margins, in mm. */
	width: number;
	height: number;
	/** What names, a column, what stands above the lines, and a line take of it, in mm. */
	names: number;
	column: number;
	above: number;
	line: number;
}

/** Within margins of 15 mm. */
const WITHIN: Record<Size, [short: number, long: number]> = { a4: [180, 267], letter: [186, 249] };

export function within(size: Size, isWide: boolean): { width: number; height: number } {
	const [short, long] = WITHIN[size];
	return isWide ? { width: long, height: short } : { width: short, height: long };
}

/** Pages from the left and the top: all columns of the first lines, then of the next. One page at least. */
export function pages(lines: number, columns: number, on: Measures): Page[] {
	const across = Math.max(1, Math.floor((on.width - on.names) / on.column));
	const down = Math.max(1, Math.floor((on.height - on.above) / on.line));
	return parts(lines, down).flatMap((some) =>
		parts(columns, across).map((of) => ({ lines: some, columns: of }))
	);
}

/** Places from 0, parted into runs of at most so many. */
function parts(count: number, most: number): number[][] {
	const all = Array.from({ length: count }, (_, place) => place);
	const found = Array.from({ length: Math.ceil(count / most) }, (_, part) =>
		all.slice(part * most, (part + 1) * most)
	);
	return found.length ? found : [[]];
}
