/** How the rows of a report stand: what is ready, what wants a look, and what is not begun. */
import type { Shapes } from '$lib/api/client';
import { counted } from '$lib/words/plurals';

export type Row = Shapes['ReportRow'];

/** Checks that are shown in place of a row's state; the others only before posting. */
const LOOK = ['no_reason', 'other_name', 'placeholder', 'too_long', 'same_text', 'pronouns'];

export const stateWords: Record<Row['state'], string> = {
	no_grade: 'no grade',
	no_comment: 'no comment',
	being_written: 'being written',
	ready: 'ready',
	posted: 'posted',
	changed: 'changed since'
};

export function looks(row: Row): Row['checks'] {
	return row.checks.filter((check) => LOOK.includes(check.kind));
}

/** What stops a student's posting, whatever anybody says. */
export function held(row: Row): Row['checks'] {
	return row.checks.filter((check) => check.is_binding);
}

export interface Standing {
	/** Posted as they are unless somebody says otherwise. */
	ready: Row[];
	/** Something in them wants a look first. */
	look: Row[];
	/** The comment is begun and not marked ready. */
	begun: Row[];
	bare: Row[];
	noGrade: Row[];
	posted: Row[];
}

export function standing(rows: Row[]): Standing {
	const open = rows.filter((row) => row.state !== 'posted');
	const graded = open.filter((row) => row.state !== 'no_grade');
	const quiet = graded.filter((row) => !looks(row).length && !held(row).length);
	return {
		ready: quiet.filter((row) => row.state === 'ready' || row.state === 'changed'),
		look: graded.filter((row) => looks(row).length || held(row).length),
		begun: quiet.filter((row) => row.state === 'being_written'),
		bare: quiet.filter((row) => row.state === 'no_comment'),
		noGrade: open.filter((row) => row.state === 'no_grade'),
		posted: rows.filter((row) => row.state === 'posted')
	};
}

/** A grade in a word or two; where levels stand alone, how many there are. */
export function shortly({ percent, mark, levels, levels_alone }: Shapes['ReportGrade']): string {
	return levels_alone ? counted(Object.keys(levels).length, 'level') : both(percent, mark);
}

/** How many standards are at each level, the highest first, in words. */
export function tally(levels: Record<string, string>, marks: readonly string[]): string {
	const given = Object.values(levels);
	const parts = marks.map((mark) => ({ mark, count: given.filter((each) => each === mark).length }));
	return parts.filter(({ count }) => count).map(({ mark, count }) => `${count} ${mark}`).join(', ') || 'no level yet'; // prettier-ignore
}

/** What families will see of what is posted. */
export function seenWords(report: Shapes['ReportOut']): string {
	return report.levels_alone ? 'levels and comment' : 'mark, percent and comment';
}

export function both(percent: string | null | undefined, mark: string | null | undefined): string {
	return [mark, percent].filter(Boolean).join(' ') || 'nothing';
}
