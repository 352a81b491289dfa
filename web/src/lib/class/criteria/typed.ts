/** Levels of criteria as they are typed: a stroke before each, nothing where one stays, a hyphen where one is taken away. */

/** The line that chooses one level, by its number from 1; 0 takes it away. */
export function oneLevel(criterion: number, level: number): string {
	return `${'/'.repeat(criterion + 1)}${level || '-'}`;
}

/** The line that chooses several, in the order of the criteria; 0 leaves one as it is. */
export function allLevels(levels: readonly number[]): string {
	return levels.map((level) => `/${level || ''}`).join('');
}

/** Whether a line says levels alone, and leaves what was typed for the whole to the server. */
export const isLevelsAlone = (text: string): boolean => text.startsWith('/');
