/** Finding among a school's standards: by code or words, in their tree, or by what one used last. */
import type { Shapes } from '$lib/api/client';
import { folded } from '$lib/words/folded';

export type Known = Shapes['KnownStandardOut'];

/** How many of those that fit are offered. */
const OFFERED = 12;
const LAST = 8;

/** Those of which every word that was typed begins a word of code, name, wording or subject; codes that begin so come first. */
export function fitting(known: readonly Known[], typed: string): Known[] {
	const wanted = folded(typed).split(/\s+/).filter(Boolean);
	if (!wanted.length) return [];
	const begins = (text: string, word: string) =>
		folded(text).startsWith(word) ||
		folded(text)
			.split(/[\s\-,./]+/)
			.some((part) => part.startsWith(word));
	const fits = (each: Known) =>
		wanted.every((word) =>
			[each.code, each.name, each.wording, each.subject].some((text) => begins(text, word))
		);
	const rank = (each: Known) =>
		folded(each.code).startsWith(wanted[0]!) ? 0 : folded(each.name).startsWith(wanted[0]!) ? 1 : 2;
	return known
		.filter(fits)
		.toSorted((one, other) => rank(one) - rank(other))
		.slice(0, OFFERED);
}

/** Whether what was typed is neither the name nor the code of a standard: the class may have one of its own by that name. */
export const isNew = (known: readonly Known[], typed: string): boolean =>
	!known.some((each) => [each.name, each.code].some((called) => folded(called) === folded(typed)));

/** What one's own work named last, the latest first. */
export function usedLast(known: readonly Known[]): Known[] {
	return known
		.filter((each) => each.lately !== null)
		.toSorted((one, other) => one.lately! - other.lately!)
		.slice(0, LAST);
}

/** One standard of the tree with how deep it lies. */
export interface Branch {
	standard: Known;
	depth: number;
}

/** All of them in the order of their tree: each followed by its parts. What is part of none that is listed stands at the top. */
export function inTree(known: readonly Known[]): Branch[] {
	const names = new Set(known.map((each) => each.name));
	const parts = new Map<string, Known[]>();
	for (const each of known) {
		const within = names.has(each.within) ? each.within : '';
		parts.set(within, [...(parts.get(within) ?? []), each]);
	}
	const below = (name: string, depth: number): Branch[] =>
		(parts.get(name) ?? []).flatMap((standard) => [{ standard, depth }, ...below(standard.name, depth + 1)]);
	return below('', 0);
}
