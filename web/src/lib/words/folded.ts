/** Text as names are looked for: without case and without accents. */
export function folded(text: string): string {
	return text
		.normalize('NFD')
		.replace(/\p{M}/gu, '')
		.replace(/[łŁ]/g, 'l')
		.replace(/[øØ]/g, 'o')
		.replace(/[đĐðÐ]/g, 'd')
		.replace(/ß/g, 'ss')
		.replace(/[ʼ’‘`]/g, "'")
		.toLowerCase();
}
