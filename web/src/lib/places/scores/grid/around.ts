/**
 * The places around the cells: heads and spread above them, names and grades before them, figures below. Ctrl and an arrow lead
 * there, and from there the arrows alone: whoever goes up once too often while entering scores stays among the cells. They count on from the cells, whose first row and column are 0, and are found by the numbers that the grid
 * says of them (WAI-ARIA: `aria-rowindex`, `aria-colindex`).
 */
import type { Cell } from '$lib/class/entering.svelte';

/** How many lines stand above the cells, and how many columns before them. */
export const ABOVE = 2;
export const BEFORE = 2;

/** The place of the grid that an element stands in; null outside of it. */
export function placeOf(element: Element): Cell | null {
	const number = (attribute: string) =>
		Number(element.closest(`[${attribute}]`)?.getAttribute(attribute) ?? NaN);
	const place = { row: number('aria-rowindex') - ABOVE - 1, column: number('aria-colindex') - BEFORE - 1 };
	return Number.isNaN(place.row + place.column) ? null : place;
}

/** What takes the focus at a place: what can be pressed there, or else the place itself. */
export function elementAt(grid: ParentNode, { row, column }: Cell): HTMLElement | null {
	const place = grid.querySelector<HTMLElement>(
		`[aria-rowindex="${row + ABOVE + 1}"] [aria-colindex="${column + BEFORE + 1}"]`
	);
	return place?.querySelector('button') ?? place;
}

/** Where one comes from a place by so many lines and columns, in a grid of so many rows and columns of cells. */
export function besides(from: Cell, by: Cell, size: { rows: number; columns: number }): Cell {
	return {
		row: Math.max(-ABOVE, Math.min(from.row + by.row, size.rows)),
		column: Math.max(-BEFORE, Math.min(from.column + by.column, size.columns - 1))
	};
}

/** Past the cells in one direction: the nearest place that stands around them there; where there is none, the last cell. */
export function beyond(from: Cell, by: Cell, size: { rows: number; columns: number }): Cell {
	const past = (at: number, step: number, count: number) => (step < 0 ? -1 : step > 0 ? count : at);
	return besides(
		{ row: past(from.row, by.row, size.rows), column: past(from.column, by.column, size.columns) },
		{ row: 0, column: 0 },
		size
	);
}

export function isCell({ row, column }: Cell, size: { rows: number; columns: number }): boolean {
	return row >= 0 && row < size.rows && column >= 0 && column < size.columns;
}
