/**
 * A piece of work opened to one column for its score, each of its criteria and each of its standards: which columns those are, and
 * the lines that enter some of them.
 */
import type { Shapes } from '$lib/api/client';
import { levelsFor } from '$lib/class/levels';
import { readLevel } from '../by-standard/levels';

export interface Part {
	kind: 'score' | 'criterion' | 'standard';
	name: string;
	/** Where it stands in a line: 0 the score of the whole, then after a stroke each. */
	place: number;
	/** Out of how much it is. */
	outOf: string;
	/** The levels that it is given in; none where it is given in points. */
	levels: readonly { mark: string }[];
}

export function partsOf(column: Shapes['ColumnOut'], levels: Shapes['LevelsOut'] | null): Part[] {
	const marksOf = (name: string) =>
		(levelsFor(levels, name)?.marks ?? []).toReversed().map((mark) => ({ mark }));
	const beside = [
		...column.criteria.map((each) => ({
			kind: 'criterion' as const,
			name: each.name,
			outOf: each.points,
			levels: each.levels.map(({ name }) => ({ mark: name }))
		})),
		...column.standards.map((name) => ({
			kind: 'standard' as const,
			name,
			outOf: column.standard_points[name] ?? levelsFor(levels, name)?.out_of ?? '',
			levels: name in column.standard_points ? [] : marksOf(name)
		}))
	];
	const score = { kind: 'score' as const, name: 'Score', outOf: column.points, levels: [] };
	return [score, ...beside].map((part, place) => ({ ...part, place }));
}

/** What a cell holds of a part. */
export function textOf(cell: Shapes['CellOut'], part: Part, column: Shapes['ColumnOut']): string {
	if (part.kind === 'score') return cell.text;
	const beside = part.place - 1;
	if (part.kind === 'standard') return cell.standards?.[beside - column.criteria.length] ?? '';
	const level = cell.levels?.[beside] ?? 0;
	return level ? (part.levels[level - 1]?.mark ?? '') : '';
}

/** What is meant by a text in a part: of a level its first letters are enough. What else it may be is for the server to say. */
export function meantBy(text: string, part: Part): string {
	const bare = text.trim();
	return part.levels.length && !/^\d/.test(bare) ? readLevel(bare, part.levels) || bare : bare;
}

/** The lines that enter some parts of one student's work, by their places, and leave the others; an empty text takes away. */
export function linesOf(given: ReadonlyMap<number, string>): string[] {
	const score = given.get(0);
	const last = Math.max(...given.keys());
	if (!last) return [score ?? ''];
	const beside = Array.from({ length: last }, (_, place) => {
		const text = given.get(place + 1);
		return text === undefined ? '' : text || '-';
	});
	// A line that begins with a stroke leaves the score as it is: one that is emptied has a line of its own.
	const line = [score ?? '', ...beside].join('/');
	return score === '' ? ['', line] : [line];
}
