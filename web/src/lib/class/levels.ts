/** The levels that standards are scored in. */
import type { Shapes } from '$lib/api/client';

/** What a standard is scored in: its own levels, or those that are usual; null where there are none. */
export function levelsFor(
	levels: Shapes['LevelsOut'] | null | undefined,
	standard: string
): Shapes['OwnLevelsOut'] | null {
	return levels?.own[standard] ?? levels ?? null;
}

/** All marks of any of the standards, each once. */
export function allMarks(levels: Shapes['LevelsOut'] | null | undefined): string[] {
	if (!levels) return [];
	return [...new Set([levels, ...Object.values(levels.own)].flatMap(({ marks }) => marks))];
}
