/** A cell, or with no student a column, that somebody wants to be brought to; Scores takes it up once it is there. */
interface Place {
	classId: number;
	term: number;
	student: number | null;
	assignment: number;
}

class Wanted {
	place = $state<Place | null>(null);
}

export const wanted = new Wanted();

/** Want the place that an element's name tells, of a class in a term; false where it tells none. */
export function want(name: string, { classId, term }: Pick<Place, 'classId' | 'term'>): boolean {
	const [, kind, first, second] = /^(cell|column)-(\d+)(?:-(\d+))?$/.exec(name) ?? [];
	if (kind === 'cell' && second)
		wanted.place = { classId, term, student: Number(first), assignment: Number(second) };
	else if (kind === 'column') wanted.place = { classId, term, student: null, assignment: Number(first) };
	return kind !== undefined;
}
