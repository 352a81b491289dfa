/** A cell, or with no student a column, that somebody wants to be brought to; the grid takes it up once it is there. */
class Wanted {
	place = $state<{ student: number | null; assignment: number } | null>(null);
}

export const wanted = new Wanted();

/** Want the place that an element's name tells; false where it tells none. */
export function want(name: string): boolean {
	const [, kind, first, second] = /^(cell|column)-(\d+)(?:-(\d+))?$/.exec(name) ?? [];
	if (kind === 'cell' && second) wanted.place = { student: Number(first), assignment: Number(second) };
	else if (kind === 'column') wanted.place = { student: null, assignment: Number(first) };
	return kind !== undefined;
}
