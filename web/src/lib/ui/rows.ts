/** Rows of fields that are gone through as a sheet is: each row is one Tab stop, arrows go inside and between rows. */
import type { Attachment } from 'svelte/attachments';

const CONTROLS = 'input:not([type=hidden]), button, [href]';
const isText = (each: Element): each is HTMLInputElement =>
	each instanceof HTMLInputElement && !['checkbox', 'radio', 'file'].includes(each.type);

/**
 * On a table: rows marked `data-row` become one Tab stop each, in the column one was in last. Up and down go to the same
 * column of the next row, left and right along the row (in a text once the caret is at its end); Enter in a text goes on
 * to the next row, as what was typed is saved. With Alt the keys stay the row's own.
 */
export const rows: Attachment<HTMLElement> = (table) => {
	/** The column one is in, which a row whose cells are wider does not change; the first text field until one was anywhere. */
	let column: number | null = null;
	/** The row one was in last, and which of all it was. */
	let last: { row: HTMLElement; line: number } | null = null;
	let isAlong = false;

	const all = () => [...table.querySelectorAll<HTMLElement>('[data-row]')];
	const controls = (row: HTMLElement) =>
		[...row.querySelectorAll<HTMLElement>(CONTROLS)].filter((each) => !each.hasAttribute('disabled'));

	/** A row's control in the column one is in, or the nearest before it. */
	function at(row: HTMLElement): HTMLElement | undefined {
		const found = controls(row);
		if (column === null) return found.find(isText) ?? found[0];
		const before = found.filter((each) => columnOf(each) <= column!);
		const cell = before.at(-1)?.closest('td, th');
		const inside = before.filter((each) => each.closest('td, th') === cell);
		return inside.find(isText) ?? inside[0] ?? found[0];
	}

	function settle(): void {
		for (const row of all()) {
			const stop = row.contains(document.activeElement) ? (document.activeElement as HTMLElement) : at(row);
			for (const each of controls(row)) {
				const index = each === stop ? 0 : -1;
				if (each.tabIndex !== index) each.tabIndex = index;
			}
		}
	}

	function onfocusin({ target }: FocusEvent): void {
		const row = (target as HTMLElement).closest<HTMLElement>('[data-row]');
		if (!row) return;
		if (!isAlong && controls(row).includes(target as HTMLElement)) column = columnOf(target as HTMLElement);
		last = { row, line: all().indexOf(row) };
		settle();
	}

	function go(row: HTMLElement | undefined): boolean {
		const next = row && at(row);
		isAlong = true;
		next?.focus();
		isAlong = false;
		return next !== undefined;
	}

	/** Where the row one was in is gone, one is in the row that took its place. */
	function goOn(): void {
		if (!last || last.row.isConnected || document.activeElement !== document.body) return;
		const lines = all();
		go(lines[Math.min(last.line, lines.length - 1)]);
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.altKey || event.ctrlKey || event.metaKey || event.isComposing) return;
		const target = event.target as HTMLElement;
		const row = target.closest<HTMLElement>('[data-row]');
		if (!row || !table.contains(row)) return;
		const lines = all();
		const line = lines.indexOf(row);
		const along = controls(row);
		const place = along.indexOf(target);
		const isField = target.role === 'combobox';
		let isDone = false;
		if (event.key === 'Enter' && isText(target)) isDone = go(lines[line + (event.shiftKey ? -1 : 1)]);
		// A list has up and down of its own.
		if (event.key === 'ArrowDown' && !isField) isDone = go(lines[line + 1]);
		if (event.key === 'ArrowUp' && !isField) isDone = go(lines[line - 1]);
		if (event.key === 'ArrowLeft' && atEdge(target, -1) && along[place - 1])
			isDone = focus(along[place - 1]!);
		if (event.key === 'ArrowRight' && atEdge(target, 1) && along[place + 1])
			isDone = focus(along[place + 1]!);
		if (isDone) event.preventDefault();
	}

	settle();
	const watch = new MutationObserver(settle);
	watch.observe(table, { childList: true, subtree: true });
	// A question whether to delete gives the focus back before or after the row is gone.
	const lost = new MutationObserver(goOn);
	lost.observe(document.body, { childList: true, subtree: true });
	table.addEventListener('focusin', onfocusin);
	table.addEventListener('keydown', onkeydown);
	return () => {
		watch.disconnect();
		lost.disconnect();
		table.removeEventListener('focusin', onfocusin);
		table.removeEventListener('keydown', onkeydown);
	};
};

/** The column that a control's cell begins in. */
function columnOf(control: HTMLElement): number {
	const cell = control.closest<HTMLTableCellElement>('td, th');
	const before = [...(cell?.parentElement?.children ?? [])] as HTMLTableCellElement[];
	return before.slice(0, before.indexOf(cell!)).reduce((sum, each) => sum + each.colSpan, 0);
}

function focus(each: HTMLElement): true {
	each.focus();
	return true;
}

/** Whether an arrow leaves a control: a text only at its end, or while all of it is selected. */
function atEdge(target: HTMLElement, by: -1 | 1): boolean {
	if (!isText(target)) return true;
	const { selectionStart: start, selectionEnd: end, value } = target;
	if (start === 0 && end === value.length) return true;
	return start === end && (by < 0 ? start === 0 : end === value.length);
}
