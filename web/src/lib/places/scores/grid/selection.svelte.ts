/** Where one is in the grid, and what is being typed there. */
import type { Cell } from '$lib/class/entering.svelte';
export class Selection {
	at = $state<Cell>({ row: 0, column: 0 });
	/** Where a rectangle began that reaches to `at`; null where one cell is chosen. */
	anchor = $state<Cell | null>(null);
	/** What is being typed; null while nothing is. */
	typed = $state<string | null>(null);

	constructor(
		readonly size: () => { rows: number; columns: number },
		private readonly enter: (cell: Cell, text: string) => void
	) {}

	/** The rectangle that is chosen, edges included. */
	get chosen(): { top: number; left: number; bottom: number; right: number } {
		const other = this.anchor ?? this.at;
		return {
			top: Math.min(this.at.row, other.row),
			left: Math.min(this.at.column, other.column),
			bottom: Math.max(this.at.row, other.row),
			right: Math.max(this.at.column, other.column)
		};
	}

	holds(row: number, column: number): boolean {
		const { top, left, bottom, right } = this.chosen;
		return row >= top && row <= bottom && column >= left && column <= right;
	}

	/** The cells of the rectangle, row by row. */
	cells(): Cell[] {
		const { top, left, bottom, right } = this.chosen;
		const found = [];
		for (let row = top; row <= bottom; row++)
			for (let column = left; column <= right; column++) found.push({ row, column });
		return found;
	}

	/** Make the rectangle reach further, from where one was. */
	extend(rows: number, columns: number): void {
		this.keep();
		const anchor = this.anchor ?? this.at;
		this.move(rows, columns);
		this.anchor = anchor;
	}

	/** Make the rectangle reach to a cell. */
	reach(cell: Cell): void {
		this.keep();
		this.anchor ??= this.at;
		this.at = cell;
	}

	/** Take what was typed, if anything, and go by so many cells, stopping at the edges. */
	move(rows: number, columns: number): void {
		this.keep();
		this.anchor = null;
		const size = this.size();
		this.at = {
			row: within(this.at.row + rows, size.rows),
			column: within(this.at.column + columns, size.columns)
		};
	}

	/** As Tab goes: along the row and on to the next. False at the very end, where Tab leaves the grid. */
	step(by: 1 | -1): boolean {
		this.keep();
		this.anchor = null;
		const { rows, columns } = this.size();
		const place = this.at.row * columns + this.at.column + by;
		if (place < 0 || place >= rows * columns) return false;
		this.at = { row: Math.floor(place / columns), column: place % columns };
		return true;
	}

	go(cell: Cell): void {
		this.anchor = null;
		if (cell.row === this.at.row && cell.column === this.at.column) return;
		this.keep();
		this.at = cell;
	}

	/** Go where a key's act goes; false for an act that goes nowhere. */
	walk(act: Act): boolean {
		if (act.kind === 'move') this.move(act.rows, act.columns);
		else if (act.kind === 'extend') this.extend(act.rows, act.columns);
		else if (act.kind === 'all') this.all();
		else return act.kind === 'step';
		return true;
	}

	/** Choose all cells. */
	all(): void {
		this.keep();
		const { rows, columns } = this.size();
		this.anchor = { row: rows - 1, column: columns - 1 };
		this.at = { row: 0, column: 0 };
	}

	/** Go along with cells that have moved; `moved` tells where one is now, or null where it is no longer there. False where
	 * the cell that one was in has gone. */
	follow(moved: (cell: Cell) => Cell | null): boolean {
		const at = moved(this.at);
		const anchor = this.anchor && moved(this.anchor);
		// What is typed in a cell that has gone stays that cell's.
		if (!at) this.keep();
		const size = this.size();
		const next = at ?? {
			row: within(this.at.row, size.rows),
			column: within(this.at.column, size.columns)
		};
		if (next.row !== this.at.row || next.column !== this.at.column) this.at = next;
		// A rectangle of which a corner has gone is none.
		if (this.anchor) this.anchor = at && anchor;
		return at !== null;
	}

	/** Enter what was typed. */
	keep(): void {
		if (this.typed === null) return;
		const text = this.typed;
		this.typed = null;
		this.enter(this.at, text);
	}

	/** Go back to what was there. */
	drop(): void {
		this.typed = null;
	}
}

function within(place: number, count: number): number {
	return Math.max(0, Math.min(place, count - 1));
}

/** What a key does in the grid while nothing, or something, is being typed. */
export type Act =
	| { kind: 'move'; rows: number; columns: number }
	| { kind: 'extend'; rows: number; columns: number }
	| { kind: 'step'; by: 1 | -1 }
	| { kind: 'type'; text: string }
	| { kind: 'edit' | 'drop' | 'clear' | 'menu' | 'fill' | 'all' };

export const ARROWS: Record<string, [number, number]> = {
	ArrowUp: [-1, 0],
	ArrowDown: [1, 0],
	ArrowLeft: [0, -1],
	ArrowRight: [0, 1]
};

/** The act of a key, or null where the browser is to do what it does. */
export function actOf(
	key: {
		key: string;
		shiftKey: boolean;
		ctrlKey: boolean;
		metaKey: boolean;
		altKey: boolean;
		isComposing?: boolean;
		getModifierState?: (name: string) => boolean;
	},
	typed: string | null,
	isPlaced: boolean
): Act | null {
	// An input method is making letters of what is typed: it begins in an empty field, and its keys are its own.
	if (key.isComposing) return null;
	if (key.key === 'Process') return typed === null ? { kind: 'type', text: '' } : null;
	// Many keyboards have [ and the like with AltGr.
	if (key.getModifierState?.('AltGraph'))
		return typed === null && key.key.length === 1 ? { kind: 'type', text: key.key } : null;
	if (typed === null && key.ctrlKey && key.key.toLowerCase() === 'd') return { kind: 'fill' };
	if (typed === null && (key.ctrlKey || key.metaKey) && key.key.toLowerCase() === 'a') return { kind: 'all' };
	if (key.altKey || ((key.ctrlKey || key.metaKey) && !['Home', 'End'].includes(key.key))) return null;
	const arrow = ARROWS[key.key];
	// Once the caret was placed in the text by F2, the arrows along the line belong to the text.
	if (arrow && key.shiftKey && typed === null) return { kind: 'extend', rows: arrow[0], columns: arrow[1] };
	if (arrow && !(isPlaced && arrow[0] === 0)) return { kind: 'move', rows: arrow[0], columns: arrow[1] };
	switch (key.key) {
		case 'Enter':
			return { kind: 'move', rows: key.shiftKey ? -1 : 1, columns: 0 };
		case 'Tab':
			return { kind: 'step', by: key.shiftKey ? -1 : 1 };
		case 'Escape':
			return { kind: 'drop' };
		case 'PageDown':
			return { kind: 'move', rows: 10, columns: 0 };
		case 'PageUp':
			return { kind: 'move', rows: -10, columns: 0 };
	}
	if (typed !== null) return null;
	switch (key.key) {
		case 'F2':
			return { kind: 'edit' };
		case 'Delete':
		case 'Backspace':
			return { kind: 'clear' };
		case 'Home':
			return { kind: 'move', rows: key.ctrlKey ? -1e6 : 0, columns: -1e6 };
		case 'End':
			return { kind: 'move', rows: key.ctrlKey ? 1e6 : 0, columns: 1e6 };
		case ' ':
			return { kind: 'menu' };
	}
	return key.key.length === 1 ? { kind: 'type', text: key.key } : null;
}
