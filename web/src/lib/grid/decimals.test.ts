import { describe, expect, it } from 'vitest';
import { decimals, rest } from './decimals';

describe('numbers under each other', () => {
	it('get room for the decimals they lack, so that all are as long behind the point', () => {
		const column = ['9', '9.5', '10', '89.96', '0'];
		const places = Math.max(...column.map(decimals));
		const behind = column.map((each) => (each + rest(each, places)).split('.')[1]?.length);
		expect(behind).toEqual([2, 2, 2, 2, 2]);
	});

	it('leave codes, marks and lines by standard as they are', () => {
		for (const text of ['EX', 'B+', '', 'Level 3']) expect(rest(text, 2)).toBe('');
		expect(decimals('3/2.5')).toBe(0);
	});
});
