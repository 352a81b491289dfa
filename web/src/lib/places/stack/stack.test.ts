import { describe, expect, it } from 'vitest';
import { begins, find } from './finding';
import { read } from '$lib/class/line';

describe('the line of a paper', () => {
	it('is a score, a flag and a comment', () => {
		expect(read('41')).toEqual({ text: '41' });
		expect(read(' 41 L ')).toEqual({ text: '41', flag: 'late' });
		expect(read('41;well drawn')).toEqual({ text: '41', comment: 'well drawn' });
		expect(read('B- i; first; then second')).toEqual({
			text: 'B-',
			flag: 'incomplete',
			comment: 'first; then second'
		});
		expect(read('EX')).toEqual({ text: 'EX' });
		expect(read(';see me')).toEqual({ text: '', comment: 'see me' });
	});

	it('takes a half, and leaves letters alone that are no flag', () => {
		expect(read('9½').text).toBe('9.5');
		expect(read('½').text).toBe('0.5');
		expect(read('41 x')).toEqual({ text: '41 x' });
		expect(read('L')).toEqual({ text: 'L' });
	});
});

const named = (given_name: string, family_name: string, number: string, alias: string) => ({
	given_name,
	family_name,
	number,
	alias
});
const roster = [
	named('Signe', 'Åkerlund', '8201', '417'), named('Lena', 'Novak', '8208', '512'), named('Lena', 'Novak', '8241', '633'),
	named('Noe', 'Kealoha', '8210', '222'), named('Miangaly', 'Razafindrakoto-Ramanana', '8220', '333'), named('Fionn', "O'Driscoll", '8230', '444')
]; // prettier-ignore
const found = (typed: string, byAlias = false) => find(roster, typed, byAlias).map((each) => each.number);

describe('finding the student', () => {
	it('goes by the beginning of the family name first, then by any part of either name', () => {
		expect(found('no')).toEqual(['8208', '8241', '8210']);
		expect(found('rama')).toEqual(['8220']);
		expect(found('drisc')).toEqual(['8230']);
		expect(found('xyz')).toEqual([]);
		expect(found('')).toEqual([]);
	});

	it('minds no accents, no case and no order of names', () => {
		expect(found('akerl')).toEqual(['8201']);
		expect(found('LENA nov')).toEqual(['8208', '8241']);
		expect(found('novak, lena')).toEqual(['8208', '8241']);
	});

	it('tells namesakes apart by number or alias', () => {
		expect(found('8241')).toEqual(['8241']);
		expect(found('633')).toEqual(['8241']);
		expect(found('nov', true)).toEqual([]);
		expect(found('51', true)).toEqual(['8208']);
	});

	it('points out the letters that were typed', () => {
		expect(begins('Åkerlund', 'ak')).toBe(2);
		expect(begins('Lena', 'nov len')).toBe(3);
		expect(begins('Lena', 'nov')).toBe(null);
	});
});
