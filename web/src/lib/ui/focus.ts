/** Where the hand is: going to a field that is on its way, and leaving one. */
import { tick } from 'svelte';

const PATIENCE = 3000;
const STEP = 15;
/** What the page does by Ctrl, with the keys. */
const OURS = new Set(['enter', 'd', 'k', 'y', 'z']);

type Found = HTMLElement | null | undefined;

/**
 * Go to an element once `find` finds it, and once a dialog that stands before it has closed, for that gives the focus back
 * to where it was opened. What is typed meanwhile waits, and is typed in the field then: where one was, a letter could
 * replace a score. Esc and the mouse call it off. `lost` hears of a field that does not come, and what was typed for it.
 */
export async function goTo(find: () => Found, lost: (typed: string) => void = () => {}): Promise<void> {
	const ahead = new Ahead();
	const ends = performance.now() + PATIENCE;
	let found = reached(find());
	// What was only just asked for mostly comes with the page's next change.
	if (!found) await tick();
	found = reached(find());
	while (!found && !ahead.isOff && performance.now() < ends) {
		await new Promise((wake) => setTimeout(wake, STEP));
		found = reached(find());
	}
	ahead.end();
	if (!found || ahead.isOff) {
		if (ahead.typed || !ahead.isOff) lost(ahead.typed);
		return;
	}
	found.scrollIntoView?.({ block: 'nearest' });
	found.focus();
	for (const each of ahead.keys) {
		press(each);
		await tick();
	}
}

/**
 * Whether a field that lost the focus was left for another place in the page. Who looks into another window for a moment
 * goes on typing where they were.
 */
export function hasLeft(event: FocusEvent): boolean {
	return document.activeElement !== event.currentTarget;
}

/** An element that the dialog in front, if there is one, does not keep the focus from. */
function reached(found: Found): Found {
	const dialog = [...document.querySelectorAll('[role=dialog]')].at(-1);
	return dialog && !dialog.contains(found ?? null) ? null : found;
}

/** Press a key once more, now that the focus is elsewhere. What the browser does with a key has to be done for it. */
function press({ key, ctrlKey, metaKey, shiftKey }: KeyboardEvent): void {
	const at = document.activeElement;
	const field = at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement ? at : null;
	const isLetter = key.length === 1 && !ctrlKey;
	if (field && (isLetter || key === 'Backspace')) {
		const end = field.value.length;
		field.setRangeText(isLetter ? key : '', isLetter ? end : Math.max(0, end - 1), end, 'end');
		field.dispatchEvent(new Event('input', { bubbles: true }));
	} else {
		const how = { key, ctrlKey, metaKey, shiftKey, bubbles: true, cancelable: true };
		at?.dispatchEvent(new KeyboardEvent('keydown', how));
	}
}

/** The keys that are pressed ahead of the field that they are for. */
class Ahead {
	keys: KeyboardEvent[] = [];
	isOff = false;
	readonly #leaving = new AbortController();

	constructor() {
		const how = { capture: true, signal: this.#leaving.signal };
		window.addEventListener('keydown', (event) => this.#hear(event), how);
		window.addEventListener('pointerdown', () => (this.isOff = true), how);
	}

	get typed(): string {
		return this.keys.map(({ key, ctrlKey }) => (key.length === 1 && !ctrlKey ? key : '')).join('');
	}

	end(): void {
		this.#leaving.abort();
	}

	#hear(event: KeyboardEvent): void {
		// What the browser does by Ctrl or Alt it does at once; what the page does has its turn.
		const isOurs = event.ctrlKey && OURS.has(event.key.toLowerCase());
		if ((event.ctrlKey || event.metaKey || event.altKey) && !isOurs) return;
		event.preventDefault();
		event.stopPropagation();
		this.keys.push(event);
		if (event.key !== 'Escape') return;
		this.keys = [];
		this.isOff = true;
	}
}
