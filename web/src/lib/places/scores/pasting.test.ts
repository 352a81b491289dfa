import { describe, expect, it } from 'vitest';
import { columnOf, gridOf } from '$lib/tests/grid';
import { LONGEST } from './grid/clipboard';
import { pasted } from './pasting';

const grid = gridOf([
	['Tolu', 'Adeyemi', [{ text: '9', version: 3 }]],
	['Signe', 'Åkerlund', []],
	['Lena', 'Novak', [{}, { state: 'not_assigned' }]],
	['Lena', 'Novak', []]
]);
const at = (row: number, column: number, rows = 1, columns = 1) => ({
	top: row,
	left: column,
	bottom: row + rows - 1,
	right: column + columns - 1
});
const told = (text: string, chosen = at(0, 0), on = grid) => {
	const made = pasted(text, on, chosen);
	return [
		made.entries.map((each) => `${each.student}.${each.assignment} ${each.before}>${each.text}`),
		made.words
	];
};

describe('what a paste would enter', () => {
	it('begins at the first cell that is chosen, each entry on the version that is there', () => {
		expect(told('11\t12\n13\t14')).toEqual([['1.1 9>11', '1.2 >12', '2.1 >13', '2.2 >14'], []]);
		expect(pasted('11', grid, at(0, 0)).entries[0]).toMatchObject({
			version: 3,
			work: 'W 1'
		});
	});

	it('fills a rectangle with a single cell', () => {
		expect(told('EX', at(0, 0, 2, 2))[0]).toEqual(['1.1 9>EX', '1.2 >EX', '2.1 >EX', '2.2 >EX']);
	});

	it('leaves out what is there already, and work that is not the student’s', () => {
		expect(told('9\t5\n\t6\n7\t8')[0]).toEqual(['1.2 >5', '2.2 >6', '3.1 >7']);
	});

	it('says how many cells lie outside, and takes the others', () => {
		expect(told('1\t2\t3', at(3, 1))).toEqual([
			['4.2 >1'],
			['2 cells lie outside the grid and are not pasted.']
		]);
		expect(told('1\n2', at(3, 1))[1]).toEqual(['1 cell lies outside the grid and is not pasted.']);
	});

	it('goes by the names in front, in any order, accents or not, and names those it cannot tell', () => {
		expect(told('akerlund signe\t15\nTolu Adeyemi\t16\nNovak, Lena\t3')).toEqual([
			['2.1 >15', '1.1 9>16'],
			['Not pasted, for there is nobody, or more than one, of this name here: Novak, Lena.']
		]);
	});

	it('takes nothing of somebody whom the list names more than once, and says whom', () => {
		const [entries, words] = told('Adeyemi\t7\nSigne Åkerlund\t8\nTolu Adeyemi\t9');
		expect(entries).toEqual(['2.1 >8']);
		expect(words).toEqual([
			'Not pasted, for the list names them more than once: Tolu Adeyemi. Leave one line for each.'
		]);
	});

	it('knows a family name or a given name alone where nobody else has it', () => {
		expect(told('Åkerlund\t8\nTolu\t7')).toEqual([['2.1 >8', '1.1 9>7'], []]);
		expect(told('Åkerlund\t8\nLena\t7')[1]).toHaveLength(1);
	});

	it('counts no empty line', () => {
		expect(told('11\n12\n\n\n')).toEqual([['1.1 9>11', '2.1 >12'], []]);
		expect(told('Signe Åkerlund\t8\n\t\n')).toEqual([['2.1 >8'], []]);
		expect(told('')).toEqual([['1.1 9>'], []]);
	});

	it('takes a column of plain numbers for scores, not for names', () => {
		expect(told('15\n16')[0]).toEqual(['1.1 9>15', '2.1 >16']);
	});

	it('does not read what is far too long', () => {
		const [entries, words] = told('1\t'.repeat(LONGEST));
		expect(entries).toEqual([]);
		expect(words![0]).toContain('This is 2.0 million characters');
	});

	it('goes along with the order in which the grid is looked at', () => {
		const turned = { ...grid, rows: grid.rows.toReversed(), columns: [columnOf(2), columnOf(1)] };
		expect(told('1\t2', at(3, 0), turned)[0]).toEqual(['1.2 >1', '1.1 9>2']);
	});
});
