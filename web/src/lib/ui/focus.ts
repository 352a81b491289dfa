/** Where the hand is: going to a field that is on its way, leaving one, and going on where one is gone. */
import { tick } from 'svelte';
import type { Attachment } from 'svelte/attachments';

const PATIENCE = 3000;
const STEP = 15;

let waiting: Ahead | null = null;

type Found = HTMLElement | null | undefined;

/**
 * Go to an element once `find` finds it, and once a dialog that stands before it has closed, for that gives the focus back
 * to where it was opened. What is typed meanwhile goes into the field that is found and reaches nothing else: where one
 * was, a letter could replace a score. Esc and the mouse call it off. `lost` hears of a field that does not come, and what
 * was typed for it. A few seconds are waited, and beyond that as long as `isComing` says so. Answers whether one is there.
 */
export async function goTo(
	find: () => Found,
	lost: (typed: string) => void = () => {},
	isComing: () => boolean = () => false
): Promise<boolean> {
	// One waits for one field at a time.
	waiting?.leave();
	const ahead = (waiting = new Ahead());
	let ends = performance.now() + PATIENCE;
	try {
		let found = reached(find());
		// What was only just asked for mostly comes with the page's next change.
		if (!found) await tick();
		found = reached(find());
		while (!found && !ahead.isOff && performance.now() < ends) {
			await new Promise((wake) => setTimeout(wake, STEP));
			if (isComing()) ends = performance.now() + PATIENCE;
			found = reached(find());
		}
		if (!found || ahead.isOff) {
			if (ahead.typed || !ahead.isOff) lost(ahead.typed);
			return false;
		}
		found.scrollIntoView?.({ block: 'nearest' });
		found.focus();
		if (ahead.typed) put(found, ahead.typed);
		return true;
	} finally {
		ahead.leave();
	}
}

/**
 * Whether a field that lost the focus was left for another place in the page. Who looks into another window for a moment
 * goes on typing where they were.
 */
export function hasLeft(event: FocusEvent): boolean {
	return document.activeElement !== event.currentTarget;
}

const CONTROLS = ':is(a[href], button, input, textarea, [tabindex="0"]):not([disabled], [tabindex="-1"])';

/** The first control of an element, if it has one. */
export const firstOf = (element: HTMLElement | null): Found => element?.querySelector<HTMLElement>(CONTROLS);

/** To the first control of an element, if it has one. */
export function toFirst(element: HTMLElement | null): void {
	firstOf(element)?.focus();
}

/** On a page: where the control one was at is gone (what it did is done), one is at the next that is left, or else the one before. */
export const goesOn: Attachment<HTMLElement> = (page) => {
	let at: HTMLElement | null = null;
	let around: HTMLElement[] = [];

	function onfocusin({ target }: FocusEvent): void {
		at = target as HTMLElement;
		const all = [...page.querySelectorAll<HTMLElement>(CONTROLS)];
		const place = all.indexOf(at);
		around = [...all.slice(place + 1), ...all.slice(0, Math.max(place, 0)).reverse()];
	}

	const lost = new MutationObserver(() => {
		if (!at || at.isConnected || document.activeElement !== document.body) return;
		around.find((each) => each.isConnected)?.focus();
	});
	lost.observe(document.body, { childList: true, subtree: true });
	page.addEventListener('focusin', onfocusin);
	return () => {
		lost.disconnect();
		page.removeEventListener('focusin', onfocusin);
	};
};

/** An element that the dialog in front, if there is one, does not keep the focus from. */
function reached(found: Found): Found {
	const dialog = [...document.querySelectorAll<HTMLElement>('[role$=dialog]')].at(-1);
	if (!dialog || dialog.contains(found ?? null)) return found;
	// One that closes stays for a frame or two after it has given the focus back.
	const { activeElement: at, body } = document;
	const isLeft = dialog.dataset['state'] === 'closed' && at !== body && !dialog.contains(at);
	return isLeft ? found : null;
}

function put(found: HTMLElement, text: string): void {
	if (!(found instanceof HTMLInputElement || found instanceof HTMLTextAreaElement)) return;
	const end = found.value.length;
	found.setRangeText(text, end, end, 'end');
	found.dispatchEvent(new Event('input', { bubbles: true }));
}

/** What is typed ahead of the field that it is for. */
class Ahead {
	typed = '';
	isOff = false;
	readonly #leaving = new AbortController();

	constructor() {
		const how = { capture: true, signal: this.#leaving.signal };
		window.addEventListener('keydown', (event) => this.#hear(event), how);
		window.addEventListener('pointerdown', () => this.leave(), how);
	}

	leave(): void {
		this.isOff = true;
		this.#leaving.abort();
	}

	#callOff(): void {
		this.typed = '';
		this.leave();
	}

	#hear(event: KeyboardEvent): void {
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		if (event.key === 'Escape') this.#callOff();
		else if (event.key === 'Backspace') this.typed = this.typed.slice(0, -1);
		else if (event.key.length === 1) this.typed += event.key;
		event.preventDefault();
		event.stopPropagation();
	}
}
