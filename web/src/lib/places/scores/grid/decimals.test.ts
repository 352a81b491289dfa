import { describe, expect, it } from 'vitest';
import { decimals, rest, roomOf } from './decimals';

describe('numbers under each other', () => {
	it('get room for the decimals they lack, so that all are as long behind the point', () => {
		const column = ['9', '9.5', '10', '89.96', '0'];
		const places = Math.max(...column.map(decimals));
		const behind = column.map((each) => (each + rest(each, places)).split('.')[1]?.length);
		expect(behind).toEqual([2, 2, 2, 2, 2]);
	});

	it('make their column as wide as the longest needs with its point in line, and one beside it', () => {
		const wide = (...texts: string[]) => roomOf(texts, 0, 46);
		expect(wide()).toEqual({ places: 0, width: 46 });
		expect(wide('9', '9.5', '', 'EX', '10.5')).toEqual({ places: 1, width: 46 });
		// No number here is longer than five letters, but 100 stands before the point of 9.25.
		expect(wide('100', '9.25', 'EX').width).toBe(wide('100.25').width);
		expect(wide('100.25').width).toBeGreaterThan(wide('47.25').width);
		expect(wide('47.25').width).toBeGreaterThan(46);
		const beside = roomOf(['36.33'], 2, 46);
		expect(beside.width).toBeGreaterThan(wide('36.33').width + 12);
		expect(wide('Proficient').width).toBeGreaterThan(80);
	});

	it('leave codes, marks and lines by standard as they are', () => {
		for (const text of ['EX', 'B+', '', 'Level 3']) expect(rest(text, 2)).toBe('');
		expect(decimals('3/2.5')).toBe(0);
	});
});
