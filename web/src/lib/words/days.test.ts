import { describe, expect, it } from 'vitest';
import { fullDay, readDay, shortDay } from './days';

const near = '2032-01-14';
const read = (text: string) => readDay(text, near);

describe('a day that is typed', () => {
	it.each([
		'14 Sep 2031',
		'Sun 14 Sep 2031',
		'14 september 31',
		'14.9.2031',
		'14/09/31',
		'14-9-2031',
		'2031-09-14'
	])('is read: %s', (text) => expect(read(text)).toBe('2031-09-14'));

	it('is the closest one where no year is said', () => {
		expect(['3 nov', '20.6.', '14 Jan', '1/2'].map(read)).toEqual([
			'2031-11-03', '2032-06-20', '2032-01-14', '2032-02-01'
		]); // prettier-ignore
	});

	it('may be said from the day that stands there', () => {
		expect(['+7', '-14', '+ 1'].map(read)).toEqual(['2032-01-21', '2031-12-31', '2032-01-15']);
	});

	it('is a leap day in the leap year that is closest, and in no other', () => {
		expect(read('29 feb')).toBe('2032-02-29');
		expect(read('29 feb 2031')).toBeNull();
	});

	it.each(['', '31 June', '14', '14 foo', '0.1.2031', '14.13.', 'soon', '2031-02-30'])(
		'is none: %s',
		(text) => expect(read(text)).toBeNull()
	);

	it('comes back as it is written', () => {
		for (const iso of ['2031-09-01', '2032-02-29', '2031-12-31'])
			expect([readDay(fullDay(iso), near), readDay(shortDay(iso), iso)]).toEqual([iso, iso]);
	});
});
