/** Days as they are written and read; kept and sent they are ISO dates. */
const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** How days are called in the language of the page; they are typed in English. */
let weekdays = WEEKDAYS;
let months = MONTHS;

/** From now on days are called as in a language. */
export function nameDays(language: string): void {
	const called = (options: Intl.DateTimeFormatOptions) => {
		const format = new Intl.DateTimeFormat(language, { ...options, timeZone: 'UTC' });
		return (day: Date) => format.format(day).replace(/\.$/, '');
	};
	const [weekday, month] = [called({ weekday: 'short' }), called({ month: 'short' })];
	const isEnglish = !language.startsWith('sv');
	// The first of January 2023 was a Sunday.
	weekdays = isEnglish ? WEEKDAYS : WEEKDAYS.map((_, day) => weekday(new Date(Date.UTC(2023, 0, 1 + day))));
	months = isEnglish ? MONTHS : MONTHS.map((_, place) => month(new Date(Date.UTC(2023, place, 1))));
}

function parts(iso: string): Date {
	const [year, month, day] = iso.slice(0, 10).split('-').map(Number);
	return new Date(Date.UTC(year!, month! - 1, day!));
}

/** Thu 14 Sep */
export function longDay(iso: string): string {
	return `${weekdays[parts(iso).getUTCDay()]} ${shortDay(iso)}`;
}

/** 14 Sep */
export function shortDay(iso: string): string {
	const day = parts(iso);
	return `${day.getUTCDate()} ${months[day.getUTCMonth()]}`;
}

/** Thu 14 Sep 2031 */
export function fullDay(iso: string): string {
	return `${longDay(iso)} ${iso.slice(0, 4)}`;
}

/** Thu 14 Sep 8:05: a moment on the school's clocks, as it is sent. */
export function dayAndTime(iso: string): string {
	return `${longDay(iso)} ${iso.slice(11, 16).replace(/^0/, '')}`;
}

/** What day it is at the school, once somebody is signed in; on this machine until then. */
let today = new Date().toISOString().slice(0, 10);

export function setToday(iso: string): void {
	today = iso;
}

let daysOff: readonly (readonly [first: string, last: string])[] = [];

export function setDaysOff(ranges: readonly string[][]): void {
	daysOff = ranges.map(([first = '', last = '']) => [first, last]);
}

/** Whether a day is a school day: no weekend, and no day off. */
export function hasSchool(iso: string): boolean {
	const weekday = new Date(iso).getUTCDay();
	return weekday % 6 !== 0 && !daysOff.some(([first, last]) => first <= iso && iso <= last);
}

export const NOT_A_DAY = 'That is not a day. Type it as 14 Sep, 14.9. or 14.9.2031.';

/**
 * The day that somebody means: 14 Sep, 14 September 2031, 14.9., 14/9/31, 2031-09-14, today, or +7 for a week after `near`;
 * a weekday before it is not looked at. Without a year it is the one that is closest to `near`, an ISO date. Null where
 * it is no day.
 */
export function readDay(text: string, near = today): string | null {
	const words = text
		.trim()
		.toLowerCase()
		.replace(/^[a-z]+\.?,?\s+(?=\d)/, '');
	if (words === 'today') return today;
	const by = /^([+-])\s*(\d{1,3})$/.exec(words);
	if (by) return moved(near, Number(by[1]! + by[2]!));
	const iso = /^(\d{4})-(\d\d?)-(\d\d?)$/.exec(words);
	if (iso) return dayOf(Number(iso[1]), Number(iso[2]), Number(iso[3]));
	const found = /^(\d{1,2})(?:\s*[./-]\s*(\d{1,2})|\.?\s*([a-z]{3,}))\.?(?:[\s./-]*(\d{4}|\d\d))?$/.exec(
		words
	);
	if (!found) return null;
	const month = found[2] ? Number(found[2]) : monthOf(found[3]!);
	if (found[4]) return dayOf(Number(found[4].padStart(4, '20')), month, Number(found[1]));
	const around = [-1, 0, 1].map((by) => dayOf(Number(near.slice(0, 4)) + by, month, Number(found[1])));
	const away = (each: string) => Math.abs(parts(each).getTime() - parts(near).getTime());
	return around.filter((each) => each !== null).sort((one, other) => away(one) - away(other))[0] ?? null;
}

function monthOf(name: string): number {
	return MONTHS.findIndex((each) => name.startsWith(each.toLowerCase())) + 1;
}

function dayOf(year: number, month: number, day: number): string | null {
	const made = new Date(Date.UTC(year, month - 1, day));
	return month && made.getUTCMonth() === month - 1 && day ? made.toISOString().slice(0, 10) : null;
}

function moved(iso: string, days: number): string {
	return new Date(parts(iso).getTime() + days * 86_400_000).toISOString().slice(0, 10);
}
