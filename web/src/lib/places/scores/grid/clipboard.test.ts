import { describe, expect, it } from 'vitest';
import { format, matched, parse } from './clipboard';

const CLASS = [
	{ given_name: 'Tolu', family_name: 'Adeyemi', number: null },
	{ given_name: 'Łucja', family_name: 'Kowalczyk', number: null },
	{ given_name: 'Lena', family_name: 'Novak', number: '7120' },
	{ given_name: 'Lena', family_name: 'Novak', number: '7133' }
];

describe('what is pasted', () => {
	it('is read by tabs and line ends, whatever the spreadsheet ends its lines with', () => {
		expect(parse('1\t2\r\n3\t\r\n')).toEqual([
			['1', '2'],
			['3', '']
		]);
		expect(parse('17')).toEqual([['17']]);
	});

	it('may hold quotes, tabs and line ends inside a cell', () => {
		expect(parse('"a\tb"\t"say ""no"""\n"x\ny"\t1')).toEqual([
			['a\tb', 'say "no"'],
			['x\ny', '1']
		]);
	});

	it.each([
		[
			[
				['1', 'a "b"'],
				['', 'x\ty']
			]
		],
		[
			[
				['1', '2'],
				['', '']
			]
		],
		[[['1'], ['']]],
		[[['']]]
	])('comes back as it was written, blanks at its end too: %j', (rows) => {
		expect(parse(format(rows))).toEqual(rows);
	});
});

describe('names that are pasted too', () => {
	it('are known in either order, without accents', () => {
		expect(matched(parse('Kowalczyk, Lucja\t5\nTOLU ADEYEMI\t6'), CLASS)).toEqual([1, 0]);
	});

	it('of namesakes and strangers are nobody', () => {
		expect(matched(parse('Adeyemi Tolu\t5\nLena Novak\t6\nKowalczyk Łucja\t7\nX Y\t8'), CLASS)).toEqual([
			0, -1, 1, -1
		]);
	});

	it('of namesakes are told apart by their number', () => {
		expect(matched(parse('Novak, Lena (7133)\t5\nLena Novak 7120\t6'), CLASS)).toEqual([3, 2]);
	});

	it('are no names where they are numbers', () => {
		expect(matched(parse('5\t6\n7\t8'), CLASS)).toBeNull();
	});
});
