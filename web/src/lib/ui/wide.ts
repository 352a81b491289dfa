/** Room for marks of which some are whole words. */

const LETTER = 7.4;

/** How many pixels the longest of some marks takes in the text's size; never less than letters such as A− do. */
export function wide(marks: readonly string[]): number {
	return Math.max(23, ...marks.map((each) => Math.ceil(each.length * LETTER) + 4));
}
