/** What pasted text would enter, cell by cell. */
import type { Shapes } from '$lib/api/client';
import { LONGEST, matched, parse } from './clipboard';
import type { Cell } from './selection.svelte';

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
	let rows = parse(text);
	const words: string[] = [];
	const names = matched(rows, grid.rows);
	if (names) {
		const strangers = rows.filter((_, place) => names[place]! < 0).map((row) => row[0]);
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
