import type { ClassValue } from 'svelte/elements';

/** What can be chosen from a list: its value, the words for it, and the heading that it stands under, if there are any. */
export type Choice = readonly [value: string | number, words: string, heading?: string];

/** The field that opens a list: its name, its looks and its keys. */
export interface ListField {
	id: string | undefined;
	disabled: boolean;
	role: 'combobox';
	'aria-label': string | undefined;
	'aria-invalid': 'true' | undefined;
	class: ClassValue;
	onkeydown: (event: KeyboardEvent) => void;
	onblur: () => void;
}

/** Choices in the order in which they stand, by heading; those without one come under none. */
export function byHeading(choices: readonly Choice[]): { heading: string; choices: Choice[] }[] {
	const found: { heading: string; choices: Choice[] }[] = [];
	for (const each of choices) {
		const heading = each[2] ?? '';
		if (found.at(-1)?.heading === heading) found.at(-1)!.choices.push(each);
		else found.push({ heading, choices: [each] });
	}
	return found;
}

/** How long letters belong to one word, in ms. */
const PAUSE = 700;

/** Letters typed at a list that is closed: they choose what begins with them, the same letter again the next that does. */
export class Letters {
	#typed = '';
	#at = 0;

	/** The value that a letter leads to from the one that is chosen, if there is one. */
	lead(
		letter: string,
		items: readonly { value: string; label: string }[],
		chosen: string
	): string | undefined {
		const now = performance.now();
		this.#typed = (now - this.#at < PAUSE ? this.#typed : '') + letter.toLowerCase();
		this.#at = now;
		const isOne = new Set(this.#typed).size === 1;
		const wanted = isOne ? this.#typed[0]! : this.#typed;
		const from = items.findIndex((each) => each.value === chosen) + (isOne ? 1 : 0);
		const inOrder = [...items.slice(Math.max(from, 0)), ...items.slice(0, Math.max(from, 0))];
		return inOrder.find((each) => each.label.toLowerCase().startsWith(wanted))?.value;
	}

	/** One has gone elsewhere: what is typed next begins a word. */
	end(): void {
		this.#typed = '';
	}
}
