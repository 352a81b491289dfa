/** Finding the student whose name stands on a paper. */
import { folded } from '$lib/words/folded';

export interface Named {
	given_name: string;
	family_name: string;
	number: string | null;
	alias: string;
}

/**
 * The students that typed letters can mean, likeliest first: whose family name begins so, then whose given name does,
 * then any other part of either; or whose number or alias begins so. Accents and case do not matter, nor the order
 * of the names. Where aliases stand in place of names, names are not looked at.
 */
export function find<Student extends Named>(students: Student[], typed: string, byAlias = false): Student[] {
	const words = folded(typed)
		.split(/[\s,]+/)
		.filter(Boolean);
	if (!words.length) return [];
	const ranked = students.flatMap((student) => {
		const ranks = words.map((word) => rank(student, word, byAlias));
		return ranks.some((each) => each === null) ? [] : [{ student, rank: Math.max(...(ranks as number[])) }];
	});
	return ranked.sort((one, other) => one.rank - other.rank).map((each) => each.student);
}

function rank(student: Named, word: string, byAlias: boolean): number | null {
	if (student.alias.startsWith(word) || (!byAlias && student.number?.startsWith(word))) return 0;
	if (byAlias) return null;
	const [family, given] = [folded(student.family_name), folded(student.given_name)];
	if (family.startsWith(word)) return 1;
	if (given.startsWith(word)) return 2;
	if (parts(`${family} ${given}`).some((part) => part.startsWith(word))) return 3;
	return null;
}

function parts(name: string): string[] {
	return name.split(/[\s\-']+/);
}

/** Where the letters that were typed stand in a name, for pointing them out; null where they do not begin it. */
export function begins(name: string, typed: string): number | null {
	const word = folded(typed)
		.split(/[\s,]+/)
		.filter(Boolean)
		.find((each) => folded(name).startsWith(each));
	return word ? word.length : null;
}
