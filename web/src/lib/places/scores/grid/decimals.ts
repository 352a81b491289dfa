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
 * What a column asks for that shows these texts, and smaller `beside` them others of at most so many letters: the decimals
 * that its numbers have at most, and its width in pixels, which is at `least` so many.
 */
export function roomOf(
	texts: readonly string[],
	beside: number,
	least: number
): { places: number; width: number } {
	let [places, whole, word] = [0, 0, 0];
	for (const text of texts) {
		const point = text.indexOf('.');
		if (point > 0) places = Math.max(places, decimals(text));
		if (isNumber(text)) whole = Math.max(whole, point > 0 ? point : text.length);
		else word = Math.max(word, text.length);
	}
	const letters = Math.max(word, whole + (places ? places + 1 : 0));
	// Four letters are what a column has room for in any case.
	if (letters <= 4 && !beside) return { places, width: least };
	const small = beside ? beside * SMALL + 3 : 0;
	return { places, width: Math.max(least, Math.ceil(letters * LETTER + small + AROUND)) };
}

function isNumber(text: string): boolean {
	const [first = ''] = text;
	return first === '-' || (first >= '0' && first <= '9');
}

/** What a number lacks to `places` decimals, as room for it; nothing for what is no number. */
export function rest(text: string, places: number): string {
	const lacks = places - decimals(text);
	if (lacks <= 0 || !isNumber(text)) return '';
	return (text.includes('.') ? '' : '.') + '0'.repeat(lacks);
}
