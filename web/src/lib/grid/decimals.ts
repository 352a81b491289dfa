/** Numbers of different length under each other, with their points in line. */

/** The decimals of a number as it is written; none of what is no number. */
export function decimals(text: string): number {
	if (!text.includes('.')) return 0;
	const [, after = ''] = /^-?\d+\.(\d+)$/.exec(text) ?? [];
	return after.length;
}

const LETTER = 7.4;
const SMALL = 6.8;
/** Room behind what is shown, and for a flag before it. */
const AROUND = 8 + 11;

/**
 * What a column asks for, by what its cells show and what they show `beside` it: the most decimals, and how many pixels wide
 * it is at `least`.
 */
export function roomOf(
	cells: readonly { shown: string; beside: string }[],
	least: number
): { places: number; width: number } {
	let [places, whole, word, beside] = [0, 0, 0, 0];
	for (const { shown, beside: small } of cells) {
		const point = shown.indexOf('.');
		if (point > 0) places = Math.max(places, decimals(shown));
		if (/\d/.test(shown)) whole = Math.max(whole, point > 0 ? point : shown.length);
		else word = Math.max(word, shown.length);
		beside = Math.max(beside, small.length);
	}
	const letters = Math.max(word, whole + (places ? places + 1 : 0));
	const small = beside ? beside * SMALL + 3 : 0;
	// Four letters are what a column has room for in any case.
	const asked = letters > 4 || beside ? Math.ceil(letters * LETTER + small + AROUND) : 0;
	return { places, width: Math.max(least, asked) };
}

/** What a number lacks to `places` decimals, as room for it; nothing for what is no number. */
export function rest(text: string, places: number): string {
	const lacks = places - decimals(text);
	if (!/^-?\d/.test(text) || lacks <= 0) return '';
	return (text.includes('.') ? '' : '.') + '0'.repeat(lacks);
}
