/** The keys that work in every place, as the sheet that `?` opens shows them. */

export interface KeyGroup {
	/** Where these keys work, as the sheet heads them. */
	place: string;
	/** Each key with what it does. */
	keys: [key: string, words: string][];
}

export const everywhere: KeyGroup = {
	place: 'Everywhere',
	keys: [
		['Ctrl K', 'find a student, a class or something to do'],
		['?', 'this sheet; in the grid, where it is data, after Space'],
		['[ and ]', 'previous and next class; in the grid after Space'],
		['Ctrl Z, Ctrl Y', 'take back, do again'],
		['Alt 1, Alt 2', 'where a colleague was faster: keep theirs, or put what you typed'],
		['Esc', 'close, or go back to what was there']
	]
};
