/** Where the dots of a line are drawn: places only, nothing is reckoned here. */
import type { Shapes } from '$lib/api/client';

export type Spread = Shapes['ClassSpreadOut'];
export type Dot = Shapes['DotOut'];

/** A row of dots on the line: everybody now, with the curve, as something put aside, or another section. */
export interface LineRow {
	key: string;
	words: string;
	dots: { dot: Dot; stand: Shapes['LineStandOut'] }[];
	mean: number | null;
	/** What the mean is called, as it is shown. */
	meanWords: string;
	/** Whether its dots may be chosen: they are of this class. */
	isHere: boolean;
}

export const RADIUS = 5;
/** How far apart two dots of a row stand that would touch otherwise, in px. */
const APART = 2 * RADIUS;
/** The highest that a stack of dots gets, in px; where more meet, they overlap. */
const HIGHEST = 120;

/** On which level of its stack each dot stands, where dots would touch: the first place that is free from below. */
export function levels(places: readonly number[]): number[] {
	const taken: number[] = [];
	const order = places.map((_, index) => index).sort((one, other) => places[one]! - places[other]!);
	const found: number[] = places.map(() => 0);
	for (const index of order) {
		let level = taken.findIndex((last) => places[index]! - last >= APART);
		if (level < 0) level = taken.length;
		taken[level] = places[index]!;
		found[index] = level;
	}
	return found;
}

/** How many px a level is high, so that the highest stack has room. */
export function levelHeight(of: readonly number[]): number {
	return Math.min(APART, HIGHEST / Math.max(1, ...of));
}

/** What lies between two handles at least, so that each can be pressed by itself, in px. */
const APART_HANDLES = 20;
/** How wide a letter of a mark is, in px. */
const LETTER = 9;

/** Which minimums can be taken hold of on the line: from the highest, those that stand far enough from the one before. */
export function heldApart(places: readonly number[]): boolean[] {
	let last = Infinity;
	return places
		.toReversed()
		.map((place) => {
			const hasRoom = last - place >= APART_HANDLES;
			if (hasRoom) last = place;
			return hasRoom;
		})
		.toReversed();
}

/** Which marks are written under the line where not all have room: first those that somebody has, from the lowest. */
export function writtenApart(
	marks: readonly { mark: string; middle: number; isHad: boolean }[]
): ReadonlySet<string> {
	const found: (typeof marks)[number][] = [];
	const width = (mark: string) => Math.max(2, mark.length) * LETTER;
	for (const each of [...marks.filter(({ isHad }) => isHad), ...marks.filter(({ isHad }) => !isHad)]) {
		const hasRoom = found.every(
			(other) => Math.abs(other.middle - each.middle) >= (width(other.mark) + width(each.mark)) / 2
		);
		if (hasRoom) found.push(each);
	}
	return new Set(found.map(({ mark }) => mark));
}

/** What a student is called on the line. */
export function nameOf(dot: Dot, hasAliases: boolean): string {
	return hasAliases
		? dot.alias
		: `${dot.given_name} ${dot.family_name}${dot.number ? ` (${dot.number})` : ''}`;
}

/** A row of those who have a number, as they stand now or then. */
export function rowOf(
	key: string,
	words: string,
	from: Pick<Spread, 'dots'> & { figures: Shapes['GroupOut'] | null },
	when: 'now' | 'then',
	isHere = true
): LineRow {
	return {
		key,
		words,
		dots: from.dots.flatMap((dot) => (dot[when] ? [{ dot, stand: dot[when] }] : [])),
		mean: from.figures?.mean_place ?? null,
		meanWords: from.figures?.mean ?? '',
		isHere
	};
}

/** This class and the other sections in one row. */
export function together(spread: Spread): Pick<Spread, 'dots'> & { figures: Shapes['GroupOut'] | null } {
	return {
		dots: [...spread.dots, ...spread.sections.flatMap((each) => each.dots)],
		figures: spread.together
	};
}

/** Where somebody stands, in words. */
function stood(stand: Shapes['LineStandOut'] | null): string {
	return stand ? [`${stand.percent} %`, stand.mark].filter(Boolean).join(', ') : 'no number';
}

/** Where somebody stands and, with a curve, would stand. */
export function fromTo(dot: Dot): string {
	return dot.then ? `${stood(dot.now)} → ${stood(dot.then)}` : stood(dot.now);
}

/** What is said of a dot. */
export function said(dot: Dot, hasAliases: boolean): string {
	const put = dot.override && `${dot.override} was put in place of the grade`;
	return [nameOf(dot, hasAliases), fromTo(dot), put].filter(Boolean).join(', ');
}

/** In which row each student's first dot is, by the row's key: the dot that the arrows go to. */
export function firstRows(rows: LineRow[]): ReadonlyMap<number, string> {
	const found = new Map<number, string>();
	for (const row of rows) {
		if (!row.isHere) continue;
		for (const { dot } of row.dots) if (!found.has(dot.student_id)) found.set(dot.student_id, row.key);
	}
	return found;
}
