/** What can be chosen from a list: its value, the words for it, and the heading that it stands under, if there are any. */
export type Choice = readonly [value: string | number, words: string, heading?: string];

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
