/** What pasted text would enter, cell by cell. */
import type { Shapes } from '$lib/api/client';
import { LONGEST, matched, parse } from './grid/clipboard';
import type { Cell } from '$lib/class/entering.svelte';
import { nameOf } from '$lib/class/names';

export interface PastedEntry {
	student: number;
	assignment: number;
	work: string;
	before: string;
	text: string;
	version: number;
}

/** Entries, and words on what of the text has no place. */
export interface Pasted {
	entries: PastedEntry[];
	words: string[];
}

/** Stands for a row of somebody whom another row names too. */
const TWICE = -2;

/** The rows without empty ones after the last that holds something; what is empty altogether is one empty row. */
function withoutEmptyEnd(rows: string[][]): string[][] {
	const last = rows.findLastIndex((row) => row.some(Boolean));
	return last < 0 ? rows.slice(0, 1) : rows.slice(0, last + 1);
}

/** A single cell fills the whole rectangle that is chosen; anything else begins at its first cell. */
export function pasted(
	text: string,
	grid: Shapes['GridOut'],
	chosen: { top: number; left: number; bottom: number; right: number }
): Pasted {
	if (text.length > LONGEST)
		return {
			entries: [],
			words: [
				`This is ${(text.length / 1_000_000).toFixed(1)} million characters; at most one million are taken. Copy fewer rows at a time.`
			]
		};
	let rows = withoutEmptyEnd(parse(text));
	const words: string[] = [];
	const names = matched(rows, grid.rows);
	if (names) {
		const twice = [...new Set(names.filter((each, place) => each >= 0 && names.indexOf(each) < place))];
		if (twice.length) {
			const called = twice.map((each) => nameOf(grid.rows[each]!));
			words.push(
				`Not pasted, for the list names them more than once: ${called.slice(0, 8).join('; ')}. Leave one line for each.`
			);
			names.forEach((each, place) => twice.includes(each) && (names[place] = TWICE));
		}
		const strangers = rows
			.filter((row, place) => names[place] === -1 && row.some(Boolean))
			.map((row) => row[0]);
		if (strangers.length)
			words.push(
				`Not pasted, for there is nobody, or more than one, of this name here: ${strangers.slice(0, 8).join('; ')}.`
			);
		rows = rows.map((row) => row.slice(1));
	}
	if (!names && rows.length === 1 && rows[0]!.length === 1) {
		const width = chosen.right - chosen.left + 1;
		rows = Array.from({ length: chosen.bottom - chosen.top + 1 }, () =>
			Array.from({ length: width }, () => rows[0]![0]!)
		);
	}
	const entries: PastedEntry[] = [];
	let outside = 0;
	rows.forEach((row, down) =>
		row.forEach((cell, across) => {
			const at: Cell = { row: names ? names[down]! : chosen.top + down, column: chosen.left + across };
			if (at.row < 0) return;
			const student = grid.rows[at.row];
			const column = grid.columns[at.column];
			const now = column && student?.cells[column.id];
			if (!student || !column || !now) outside += 1;
			else if (now.state !== 'not_assigned' && cell !== now.text)
				entries.push({
					student: student.student_id,
					assignment: column.id,
					work: column.short_name,
					before: now.text,
					text: cell,
					version: now.version
				});
		})
	);
	if (outside)
		words.push(
			`${outside} ${outside === 1 ? 'cell lies' : 'cells lie'} outside the grid and ${outside === 1 ? 'is' : 'are'} not pasted.`
		);
	return { entries, words };
}
