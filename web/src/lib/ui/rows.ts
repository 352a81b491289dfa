/** Rows of fields that are gone through as a sheet is: each row is one Tab stop, arrows go inside and between rows. */
import type { Attachment } from 'svelte/attachments';

const CONTROLS = 'input:not([type=hidden]), select, button, [href]';
const isText = (each: Element): each is HTMLInputElement =>
	each instanceof HTMLInputElement && !['checkbox', 'radio', 'date', 'file'].includes(each.type);

/**
 * On a table: rows marked `data-row` become one Tab stop each, in the column one was in last. Up and down go to the same
 * column of the next row, left and right along the row (in a text once the caret is at its end); Enter in a text goes on
 * to the next row, as what was typed is saved. With Alt the keys stay the row's own.
 */
export const rows: Attachment<HTMLElement> = (table) => {
	/** The place along the row; the first text field until one was anywhere. */
	let column: number | null = null;

	const all = () => [...table.querySelectorAll<HTMLElement>('[data-row]')];
	const controls = (row: HTMLElement) =>
		[...row.querySelectorAll<HTMLElement>(CONTROLS)].filter((each) => !each.hasAttribute('disabled'));

	function at(row: HTMLElement): HTMLElement | undefined {
		const found = controls(row);
		return column === null ? (found.find(isText) ?? found[0]) : (found[column] ?? found.at(-1));
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
		const place = controls(row).indexOf(target as HTMLElement);
		if (place >= 0) column = place;
		settle();
	}

	function go(row: HTMLElement | undefined): boolean {
		const next = row && at(row);
		next?.focus();
		return next !== undefined;
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
		const isField = target instanceof HTMLSelectElement || (target as HTMLInputElement).type === 'date';
		let isDone = false;
		if (event.key === 'Enter' && isText(target)) isDone = go(lines[line + (event.shiftKey ? -1 : 1)]);
		// A choice and a day have up and down of their own.
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
	table.addEventListener('focusin', onfocusin);
	table.addEventListener('keydown', onkeydown);
	return () => {
		watch.disconnect();
		table.removeEventListener('focusin', onfocusin);
		table.removeEventListener('keydown', onkeydown);
	};
};

function focus(each: HTMLElement): true {
	each.focus();
	return true;
}

/** Whether an arrow leaves a control: a text only at its end, or while all of it is selected. */
function atEdge(target: HTMLElement, by: -1 | 1): boolean {
	if (!isText(target)) return (target as HTMLInputElement).type !== 'date';
	const { selectionStart: start, selectionEnd: end, value } = target;
	if (start === 0 && end === value.length) return true;
	return start === end && (by < 0 ? start === 0 : end === value.length);
}
