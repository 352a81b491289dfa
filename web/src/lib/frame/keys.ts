/** The keys, as the sheet that `?` opens shows them. */
export const keys: { place: string; keys: [string, string][] }[] = [
	{
		place: 'Everywhere',
		keys: [
			['Ctrl K', 'find a student, a class or something to do'],
			['?', 'this sheet; in the grid, where it is data, after Space'],
			['[ and ]', 'previous and next class; in the grid after Space'],
			['Ctrl Z, Ctrl Y', 'take back, do again'],
			['Alt 1, Alt 2', 'where a colleague was faster: keep theirs, or put what you typed'],
			['Esc', 'close, or go back to what was there']
		]
	},
	{
		place: 'In the grid',
		keys: [
			['arrows', 'from cell to cell; Home and End along the row, with Ctrl to the corners'],
			['Enter, Shift Enter', 'take what was typed, and down or up'],
			['Tab, Shift Tab', 'take what was typed, and right or left'],
			['any letter or figure', 'replaces the score; F2 changes it'],
			['41 L; well drawn', 'with a flag (L late, I incomplete, H handed in) and a comment, as in a stack'],
			['Ctrl A', 'chooses all cells'],
			['Delete', 'empties what is chosen'],
			['Shift and arrows', 'choose a rectangle'],
			['Ctrl C, Ctrl X', 'copy and cut, also into a spreadsheet'],
			['Ctrl V', 'paste, also from a spreadsheet; with names in front they are matched'],
			['Ctrl D', 'the first row of what is chosen goes into all below'],
			['Space', 'what else can be done with the cell, one letter each']
		]
	},
	{
		place: 'After Space',
		keys: [
			['w', 'how the grade comes about'],
			[
				'c',
				'comment for the family; Ctrl Enter keeps it and goes back to the cell, Esc leaves what was there'
			],
			['t, i, b, h, n', 'late, incomplete, absent, handed in, no flag'],
			['k, r', 'the whole column, the student’s row'],
			['s, v', 'all about the student, as the family sees it'],
			['l, a', 'the lens, aliases'],
			['g', 'give the work to a student who does not have it']
		]
	},
	{
		place: 'In the plan',
		keys: [
			['Tab, Shift Tab', 'from row to row; the first Tab of a page leads past the bar'],
			['arrows', 'along a row, and up and down its column'],
			['Enter, Shift Enter', 'take what was typed, and down or up'],
			['Alt ↑, Alt ↓', 'move the row'],
			['Ctrl K', 'add, repeat, share the rest, scales and codes, history, apply or throw away']
		]
	},
	{
		place: 'In a stack',
		keys: [
			['letters of a name, Enter', 'the student; ↓ takes the next that was found'],
			['a comma', 'another student with the same score'],
			['score, Enter', 'next paper'],
			['41 L', 'with a flag: L late, I incomplete, H handed in'],
			['41;well drawn', 'with a comment for the family']
		]
	},
	{
		place: 'In a report',
		keys: [
			['↓, ↑', 'next and previous student; with Shift several are chosen'],
			['Enter', 'put a mark or a percent in place of the grade: B; why'],
			['Ctrl D', 'what the first of the chosen has goes into all below'],
			['c', 'write the comment; Ctrl Enter marks it ready and goes on'],
			['w, v', 'how the grade comes about, what the family will see'],
			['in the comment bank', 'arrows choose a sentence, Enter puts it in, Esc goes back']
		]
	}
];
