/** Numbers of different length under each other, with their points in line. */

/** The decimals of a number as it is written; none of what is no number. */
export function decimals(text: string): number {
	if (!text.includes('.')) return 0;
	const [, after = ''] = /^-?\d+\.(\d+)$/.exec(text) ?? [];
	return after.length;
}

/** What a number lacks to `places` decimals, as room for it; nothing for what is no number. */
export function rest(text: string, places: number): string {
	const lacks = places - decimals(text);
	if (!/^-?\d/.test(text) || lacks <= 0) return '';
	return (text.includes('.') ? '' : '.') + '0'.repeat(lacks);
}
