/** Criteria as lines of text, for typing, pasting and copying. */
import type { Shapes } from '$lib/api/client';

type Criterion = Shapes['CriterionIn'];

const CRITERION = /^(\S.*?)\s+(\d[\d.,]*)(?:\s*(?:->|→)\s*([^:]*[^:\s]))?(?:\s*:\s*(.*))?$/;
const LEVEL = /^\s+(\S.*?)\s+(\d[\d.,]*)(?:\s*:\s*(.*))?$/;

/**
 * The criteria of a text: "Idea 4 → Reading maps: what the map is for", and set in under it a line a level, "sound 2.5: names a
 * place". Throws a SyntaxError that says which line cannot be read.
 */
export function criteriaIn(text: string): Criterion[] {
	const found: Criterion[] = [];
	for (const line of text.split('\n').filter((each) => each.trim())) {
		const [, level, worth, wording] = LEVEL.exec(line) ?? [];
		const [, name, points, standard, description] = CRITERION.exec(line) ?? [];
		if (level && worth && found.length)
			found.at(-1)!.levels.push({ name: level, points: worth, wording: wording ?? '' });
		else if (name && points)
			found.push({ name, points, description: description ?? '', standard: standard ?? null, levels: [] });
		else
			throw new SyntaxError(
				`“${line.trim()}” cannot be read: a criterion is written as “Idea 4”, and set in under it a level as “sound 2.5”.`
			);
	}
	return found;
}

/** Criteria as such a text. */
export function criteriaText(criteria: readonly Shapes['CriterionOut'][]): string {
	const after = (words: string) => (words ? `: ${words.replaceAll('\n', ' ')}` : '');
	return criteria
		.map((each) =>
			[
				`${each.name} ${each.points}${each.standard ? ` → ${each.standard}` : ''}${after(each.description)}`,
				...each.levels.map((level) => `  ${level.name} ${level.points}${after(level.wording)}`)
			].join('\n')
		)
		.join('\n');
}
