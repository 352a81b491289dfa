/** Room for marks of which some are whole words, and for names. */

const LETTER = 7.4;

/** How many pixels the longest of some marks takes in the text's size; never less than letters such as A− do. */
export function wide(marks: readonly string[]): number {
	return Math.max(23, ...marks.map((each) => Math.ceil(each.length * LETTER) + 4));
}

/** Letters by how many pixels they take at 13 px and bold; all others take 7.1. */
const letters: [RegExp, number][] = [
	[/[ .,'’\-fijlrtI]/, 4.7],
	[/[mwMW]/, 11.2],
	[/[\dA-Z]/, 8.5]
];

/** About how many pixels a name takes in bold. */
export function breadth(name: string): number {
	const sizes = [...name].map((each) => letters.find(([those]) => those.test(each))?.[1] ?? 7.1);
	return Math.ceil(sizes.reduce((all, each) => all + each, 0));
}
