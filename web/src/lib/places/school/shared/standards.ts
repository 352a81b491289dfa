/** Standards and levels as lines of text, for typing and pasting. */
import type { Shapes } from '$lib/api/client';

type Standard = Shapes['SchoolStandard'];
type Level = Shapes['StandardLevel'];
type OwnLevels = Shapes['OwnLevels'];

/** What comes of several scores for one standard, in words. */
export const ways = [
	['average', 'all evidence counts alike'],
	['latest', 'the latest evidence counts'],
	['highest', 'the best evidence counts'],
	['median', 'the middle of the evidence counts'],
	['most_frequent', 'the level seen most often counts'],
	['decaying', 'newer evidence counts more than older']
] as const;

/** What the level of a term made of terms is. */
export const overTerms = [
	['combined', 'what all evidence together says'],
	['newest', 'the newest of those posted in its terms'],
	['best', 'the best of those posted in its terms']
] as const;

const depth = (line: string): number => /^\s*/.exec(line)![0].replaceAll('\t', '  ').length;

const LINE = /^(?:\[([^\]]*)\]\s*)?([^|]*?)\s*(?:\|\s*(.*))?$/;

/**
 * The standards of a text: a line set in further than the one above is a part of it. Before a name may stand a code in
 * brackets, and after it, behind a stroke, the full wording: "[RF.4] Reading | reads a new text aloud".
 */
export function standardsIn(text: string): Standard[] {
	const above: { name: string; depth: number }[] = [];
	return text
		.split('\n')
		.filter((line) => line.trim())
		.map((line) => {
			while (above.length && above.at(-1)!.depth >= depth(line)) above.pop();
			const [, code = '', name = '', wording = ''] = LINE.exec(line.trim()) ?? [];
			const found = { name, within: above.at(-1)?.name ?? null, code: code.trim(), wording };
			above.push({ name, depth: depth(line) });
			return found;
		});
}

function oneLine({ name, code, wording }: Standard): string {
	return `${code ? `[${code}] ` : ''}${name}${wording ? ` | ${wording.replaceAll('\n', ' ')}` : ''}`;
}

/** Standards as such a text; parts under what they are part of. */
export function written(standards: readonly Standard[], within: string | null = null, indent = ''): string {
	return standards
		.filter((each) => (each.within ?? null) === within)
		.map((each) =>
			[indent + oneLine(each), written(standards, each.name, `${indent}  `)].filter(Boolean).join('\n')
		)
		.join('\n');
}

/** Standards of which one is called otherwise; where another is called so already, they are one: what was part of it is part of that. */
export function renamed(standards: readonly Standard[], name: string, to: string): Standard[] {
	const gone = standards.find((each) => each.name === name);
	const isSame = standards.some((each) => each.name === to);
	return standards
		.filter((each) => !(isSame && each === gone))
		.map((each) => {
			const within = each.within !== name ? each.within : each.name === to ? gone?.within : to;
			return { ...each, name: each === gone ? to : each.name, within: within ?? null };
		});
}

/** Levels as such lines. */
export function levelsWritten(levels: readonly Level[]): string {
	return levels.map((each) => [each.mark, each.min, each.value].filter(Boolean).join(' ')).join('\n');
}

/** Whose levels are others than the usual ones, in words. */
export const whose = {
	branch: 'with all its parts',
	subject: 'the subject',
	years: 'the year group'
} as const;

/** Of which standards there can be levels of their own: a branch, a subject or a year group that some of them name. */
export function ownable(standards: readonly Standard[]): Pick<OwnLevels, 'by' | 'of'>[] {
	const each = (by: OwnLevels['by'], found: string[]) => [...new Set(found)].map((of) => ({ by, of }));
	return [
		...each('subject', standards.map(({ subject }) => subject ?? '').filter(Boolean)),
		...each(
			'years',
			standards.flatMap(({ years }) => (years ?? '').split(',').map((year) => year.trim())).filter(Boolean)
		),
		...each(
			'branch',
			standards.map(({ name }) => name)
		)
	];
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
