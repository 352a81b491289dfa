/** The cells that are chosen, and what is done with all of them. */
import type { Shapes } from '$lib/api/client';
import type { Entering, Here } from '$lib/class/entering.svelte';
import type { Selection } from '../grid/selection.svelte';

export class Chosen {
	constructor(
		private readonly grid: () => Shapes['GridOut'],
		private readonly selection: Selection,
		private readonly entering: Entering
	) {}

	/** Whose they are, and of which work. */
	get places(): { student: number; assignment: number }[] {
		const { rows, columns } = this.grid();
		return this.selection.cells().map((at) => ({
			student: rows[at.row]!.student_id,
			assignment: columns[at.column]!.id
		}));
	}

	/** Those that something can stand in. What stands beside a score can be changed where the score itself is locked. */
	get assigned(): Here[] {
		return this.selection
			.cells()
			.flatMap((at) => this.entering.here(at) ?? [])
			.filter(({ cell }) => cell.state !== 'not_assigned');
	}

	/** What they show, row by row. */
	get texts(): string[][] {
		const { top, left, bottom, right } = this.selection.chosen;
		const rows = [];
		for (let row = top; row <= bottom; row++) {
			const cells = [];
			for (let column = left; column <= right; column++) cells.push(this.entering.text({ row, column }));
			rows.push(cells);
		}
		return rows;
	}

	/** The same in all of them. */
	put(text: string, how: 'typed' | 'filled' = 'filled'): void {
		this.entering.enterAll(
			this.selection.cells().map((at) => ({ at, text })),
			how
		);
	}

	/** What stands in their first row goes into all rows below it. */
	fillDown(): void {
		const { top } = this.selection.chosen;
		const cells = this.selection.cells().filter((at) => at.row > top);
		this.entering.enterAll(
			cells.map((at) => ({ at, text: this.entering.text({ row: top, column: at.column }) })),
			'filled'
		);
	}
}
