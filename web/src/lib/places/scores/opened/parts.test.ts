import { expect, it } from 'vitest';
import type { Shapes } from '$lib/api/client';
import { allMarks } from '$lib/class/levels';
import { linesOf, meantBy, partsOf, textOf } from './parts';

const level = (name: string, points: string) => ({ id: name, name, points, wording: '' });
const column = {
	points: '20',
	criteria: [
		{
			name: 'Sketch',
			points: '4',
			standard: null,
			levels: [level('Bare', '1'), level('Rich', '4')],
			counts: []
		}
	],
	standards: ['Maps', 'Talk'],
	standard_points: { Talk: '6' }
} as unknown as Shapes['ColumnOut'];
const parts = partsOf(column, { marks: ['Beyond', 'Begun', 'Bare'], out_of: '4', own: {} });
const [score, sketch, maps, talk] = parts as [
	(typeof parts)[0],
	(typeof parts)[0],
	(typeof parts)[0],
	(typeof parts)[0]
];

it('opens work to its score, its criteria and its standards, as they stand in a line', () => {
	expect(parts.map(({ name, place, outOf }) => [name, place, outOf])).toEqual([
		['Score', 0, '20'],
		['Sketch', 1, '4'],
		['Maps', 2, '4'],
		['Talk', 3, '6']
	]);
	const cell = { text: '17', levels: [2], standards: ['Begun', '5'] } as unknown as Shapes['CellOut'];
	expect(parts.map((part) => textOf(cell, part, column))).toEqual(['17', 'Rich', 'Begun', '5']);
});

it('gives a standard the levels that are its own', () => {
	const own = { Maps: { marks: ['Leads', 'Hears'], out_of: '3' } };
	const [, , maps] = partsOf(column, { marks: ['Beyond', 'Begun'], out_of: '4', own });
	expect(maps).toMatchObject({ outOf: '3', levels: [{ mark: 'Hears' }, { mark: 'Leads' }] });
	expect(allMarks({ marks: ['Beyond', 'Hears'], out_of: '4', own })).toEqual(['Beyond', 'Hears', 'Leads']);
});

it('takes a level by as many letters as tell it from the others', () => {
	expect(meantBy('bey', maps)).toBe('Beyond');
	// Of two that begin so the server says which there are.
	expect(meantBy('be', maps)).toBe('be');
	expect(meantBy('3', maps)).toBe('3');
	expect(meantBy('ri', sketch)).toBe('Rich');
	expect(meantBy(' 5.5', talk)).toBe('5.5');
	expect(meantBy('be', score)).toBe('be');
});

it('enters what is given and leaves the rest', () => {
	expect(linesOf(new Map([[0, '17']]))).toEqual(['17']);
	expect(linesOf(new Map([[2, 'Begun']]))).toEqual(['//Begun']);
	expect(
		linesOf(
			new Map([
				[0, '17'],
				[3, '']
			])
		)
	).toEqual(['17///-']);
	expect(
		linesOf(
			new Map([
				[0, ''],
				[1, 'Rich']
			])
		)
	).toEqual(['', '/Rich']);
});
