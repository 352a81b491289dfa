/** Standards and levels as lines of text, for typing and pasting. */
import type { Shapes } from '$lib/api/client';

type Standard = Shapes['SchoolStandard'];
type Level = Shapes['StandardLevel'];

const depth = (line: string): number => /^\s*/.exec(line)![0].replaceAll('\t', '  ').length;

/** The standards of a text: a line set in further than the one above is a part of it. */
export function standardsIn(text: string): Standard[] {
	const above: { name: string; depth: number }[] = [];
	return text
		.split('\n')
		.filter((line) => line.trim())
		.map((line) => {
			while (above.length && above.at(-1)!.depth >= depth(line)) above.pop();
			const found = { name: line.trim(), within: above.at(-1)?.name ?? null };
			above.push({ name: found.name, depth: depth(line) });
			return found;
		});
}

/** Standards as such a text; parts under what they are part of. */
export function written(standards: readonly Standard[], within: string | null = null, indent = ''): string {
	return standards
		.filter((each) => (each.within ?? null) === within)
		.map((each) =>
			[indent + each.name, written(standards, each.name, `${indent}  `)].filter(Boolean).join('\n')
		)
		.join('\n');
}

/** The levels of a text such as "Secure 2.5 3". Throws a SyntaxError that says which line cannot be read. */
export function levelsIn(text: string): Level[] {
	return text
		.split('\n')
		.filter((line) => line.trim())
		.map((line) => {
			const [, mark, min, value] = /^\s*(.*?\S)\s+([\d.,]+)(?:\s+([\d.,]+))?\s*$/.exec(line) ?? [];
			if (!mark || !min)
				throw new SyntaxError(
					`“${line.trim()}” says no score from which the level is reached, such as “Secure 2.5”.`
				);
			return { mark, min, value: value ?? null };
		});
}
