/** Rectangles of scores to and from spreadsheets: text with tabs between cells and line ends between rows. */
import type { Chosen } from '../lens/chosen';
import type { Selection } from './selection.svelte';
import Papa from 'papaparse';
import { folded } from '$lib/words/folded';
import { nameOf } from '$lib/class/names';

export const LONGEST = 1_000_000;

const DIALECT = { delimiter: '\t', newline: '\n' } as const;

/** The rows and cells of pasted text. A spreadsheet puts quotes around a cell with a tab, a quote or a line end in it. */
export function parse(text: string): string[][] {
	// The line end after the last row begins no further one.
	const rows = text.replace(/\r\n?/g, '\n').replace(/\n$/, '');
	// A cell with nothing in it is a cell.
	if (!rows) return [['']];
	return Papa.parse<string[]>(rows, DIALECT).data.map((row) => row.map((cell) => cell.trim()));
}

/** Cells as a spreadsheet takes them: each row with the end of its line. */
export function format(rows: string[][]): string {
	return `${Papa.unparse(rows, DIALECT)}\n`;
}

/** A name as names are compared: without case, accents and signs, its words in order. */
export function plainName(name: string): string {
	const words = folded(name).match(/[\p{L}\p{N}]+/gu);
	return (words ?? []).sort().join(' ');
}

/**
 * Which of the students each pasted row is for, where the first cells are names: by given and family name in either
 * order, by one of them where nobody else has it, of namesakes with their number. Null where they are none; -1 stands
 * for a name that is nobody's, or more than one's.
 */
export function matched(
	rows: string[][],
	students: { given_name: string; family_name: string; number: string | null }[]
): number[] | null {
	if (rows.some((row) => row.length < 2)) return null;
	const names = students.map((each) => plainName(`${each.given_name} ${each.family_name}`));
	const numbered = students.map((each) => plainName(nameOf(each)));
	const families = students.map((each) => plainName(each.family_name));
	const given = students.map((each) => plainName(each.given_name));
	const found = rows.map((row) => {
		const name = plainName(row[0] ?? '');
		if (!name) return -1;
		const isOne = (all: string[]) => all.indexOf(name) >= 0 && all.indexOf(name) === all.lastIndexOf(name);
		if (names.includes(name)) return isOne(names) ? names.indexOf(name) : -1;
		if (numbered.includes(name)) return numbered.indexOf(name);
		// Somebody's family name that is another's given name could be either's.
		const alone = [families, given].filter((all) => all.includes(name));
		return alone.length === 1 && isOne(alone[0]!) ? alone[0]!.indexOf(name) : -1;
	});
	const said = rows.filter((row) => row.some(Boolean)).length;
	const isNames = found.filter((each) => each >= 0).length * 2 >= said;
	return isNames ? found : null;
}

/** Copying, cutting and pasting in the grid: not in a field that is typed in, and not elsewhere on the page. */
export class Clipboard {
	constructor(
		private readonly grid: () => HTMLElement,
		private readonly selection: Selection,
		private readonly chosen: Chosen,
		private readonly pasted: (text: string) => void
	) {}

	copy(event: ClipboardEvent): void {
		if (this.#isElsewhere(event)) return;
		event.clipboardData?.setData('text/plain', format(this.chosen.texts));
		event.preventDefault();
	}

	cut(event: ClipboardEvent): void {
		if (this.#isElsewhere(event)) return;
		this.copy(event);
		this.chosen.put('', 'typed');
	}

	paste(event: ClipboardEvent): void {
		if (this.#isElsewhere(event)) return;
		event.preventDefault();
		this.pasted(event.clipboardData?.getData('text/plain') ?? '');
	}

	#isElsewhere(event: ClipboardEvent): boolean {
		return this.selection.typed !== null || !this.grid().contains(event.target as Node);
	}
}
