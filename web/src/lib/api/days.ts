/** Days as they are written. */
const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

function parts(iso: string): Date {
	const [year, month, day] = iso.slice(0, 10).split('-').map(Number);
	return new Date(Date.UTC(year!, month! - 1, day!));
}

/** Thu 14 Sep */
export function longDay(iso: string): string {
	return `${WEEKDAYS[parts(iso).getUTCDay()]} ${shortDay(iso)}`;
}

/** 14 Sep */
export function shortDay(iso: string): string {
	const day = parts(iso);
	return `${day.getUTCDate()} ${MONTHS[day.getUTCMonth()]}`;
}
