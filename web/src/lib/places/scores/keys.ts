/** The keys of Scores, as the sheet of keys shows them. */
import type { KeyGroup } from '$lib/app/keys';

export const scores: KeyGroup[] = [
	{
		place: 'In the grid',
		keys: [
			['arrows', 'from cell to cell'],
			['Ctrl and an arrow', 'to heads, names, grades and figures; arrows go on there, Esc back to the cell'],
			['Home, End', 'along the row; with Ctrl to the corners'],
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
		place: 'In work that is opened',
		keys: [
			[
				'a level’s first letters, a number, a code',
				'for one standard or criterion; Enter takes it, and down'
			],
			['Delete', 'empties what is chosen'],
			['Ctrl D', 'the first row of what is chosen goes into all below'],
			['Space under handed in', 'ticks it for all rows that are chosen']
		]
	},
	{
		place: 'By standard',
		keys: [
			['a level’s first letters, or 1 to 9', 'set it by hand, in all cells that are chosen'],
			['Delete', 'takes what was set by hand back'],
			['Ctrl D', 'the first row of what is chosen goes into all below'],
			['Space, then w, c, k', 'how the level comes about, why it is set by hand, the standard; Esc back']
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
			['m', 'the criteria: a digit a level, Enter back to the cell'],
			['t, i, b, h, n', 'late, incomplete, absent, handed in, no flag'],
			['k, r', 'the whole column, the student’s row; Esc back to the cell'],
			['o', 'order students by this work’s scores; again, by name'],
			['s, v', 'all about the student, as the family sees it'],
			['l, a', 'the lens, aliases'],
			['g', 'give the work to a student who does not have it']
		]
	}
];
