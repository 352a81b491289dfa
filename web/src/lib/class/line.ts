/** The line of a paper: a score, perhaps a letter for a flag, and after a semicolon a comment. */

export interface Line {
	text: string;
	flag?: string;
	comment?: string;
}

/** The flag that a letter after the score means. */
export const flags: Record<string, string> = { l: 'late', i: 'incomplete', h: 'handed in' };

/** Read a line such as "41", "41 L", "EX", "½" or "41 L; well drawn". What a score may be is for the server to say. */
export function read(line: string): Line {
	const [before, ...after] = line.split(';');
	const found: Line = { text: before!.trim() };
	const [, score, letter] = /^(.*\S)\s+([a-z])$/i.exec(found.text) ?? [];
	const flag = letter && flags[letter.toLowerCase()];
	if (flag) Object.assign(found, { text: score, flag });
	found.text = found.text.replace(/(\d*)\s*½/g, (_, whole: string) => `${whole || '0'}.5`);
	const comment = after.join(';').trim();
	if (comment) found.comment = comment;
	return found;
}
