/** A column as spreadsheets call it, by its place from 0: A, B, … Z, AA. */
export function columnLetters(place: number): string {
	const rest = String.fromCharCode(65 + (place % 26));
	return place < 26 ? rest : columnLetters(Math.floor(place / 26) - 1) + rest;
}
