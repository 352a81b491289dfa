/** Rectangles of scores to and from spreadsheets: text with tabs between cells and line ends between rows. */

import { folded } from './view';

export const LONGEST = 1_000_000;

/** The rows and cells of pasted text. A spreadsheet puts quotes around a cell with a tab, a quote or a line end in it. */
export function parse(text: string): string[][] {
	const rows: string[][] = [[]];
	let cell = '';
	let isQuoted = false;
	const end = (): void => {
		rows.at(-1)!.push(cell.trim());
		cell = '';
	};
	for (let place = 0; place < text.length; place++) {
		const letter = text[place]!;
		if (isQuoted) {
			if (letter !== '"') cell += letter;
			else if (text[place + 1] === '"') {
				cell += '"';
				place++;
			} else isQuoted = false;
		} else if (letter === '"' && cell === '') isQuoted = true;
		else if (letter === '\t') end();
		else if (letter === '\n') {
			end();
			rows.push([]);
		} else if (letter !== '\r') cell += letter;
	}
	end();
	// The line end after the last row begins no further one.
	if (rows.length > 1 && rows.at(-1)!.every((each) => each === '')) rows.pop();
	return rows;
}

/** Cells as a spreadsheet takes them. */
export function format(rows: string[][]): string {
	const quoted = (cell: string): string => (/["\t\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell);
	return rows.map((row) => row.map(quoted).join('\t')).join('\n');
}

/** A name as names are compared: without case, accents and signs, its words in order. */
export function plainName(name: string): string {
	const words = folded(name).match(/[\p{L}\p{N}]+/gu);
	return (words ?? []).sort().join(' ');
}

/**
 * Which of the students each pasted row is for, where the first cells are names: by given and family name in either
 * order. Null where they are none; -1 stands for a name that is nobody's, or more than one's.
 */
export function matched(
	rows: string[][],
	students: { given_name: string; family_name: string }[]
): number[] | null {
	const known = students.map((each) => plainName(`${each.given_name} ${each.family_name}`));
	const found = rows.map((row) => {
		const name = plainName(row[0] ?? '');
		const first = known.indexOf(name);
		return name && first === known.lastIndexOf(name) ? first : -1;
	});
	const isNames =
		rows.every((row) => row.length > 1) && found.filter((each) => each >= 0).length * 2 >= rows.length;
	return isNames ? found : null;
}
