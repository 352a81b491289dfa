/** A text as far as it has room in a cell or in a sentence. */
export function brief(text: string): string {
	return text.length > 40 ? `${text.slice(0, 39)}…` : text;
}
