import { describe, expect, it } from 'vitest';
import { columnLetters } from './letters';
import { pages, within } from './paper';

const on = { ...within('a4', false), names: 60, column: 12, above: 27, line: 8 };

describe('a table on pages', () => {
	it('has every cell once, whatever the size', () => {
		for (const [lines, columns] of [
			[0, 0],
			[1, 1],
			[30, 10],
			[31, 11],
			[200, 150]
		] as const) {
			const seen = pages(lines, columns, on).flatMap((page) =>
				page.lines.flatMap((line) => page.columns.map((column) => `${line} ${column}`))
			);
			expect(seen).toHaveLength(lines * columns);
			expect(new Set(seen).size).toBe(lines * columns);
		}
	});

	it('takes as much of the paper as there is, and no more', () => {
		expect(pages(30, 10, on)).toHaveLength(1);
		expect(pages(31, 10, on)).toHaveLength(2);
		expect(pages(30, 11, on)).toHaveLength(2);
		expect(pages(40, 150, { ...on, ...within('letter', true) }).length).toBeGreaterThan(10);
		expect(pages(0, 0, on)).toEqual([{ lines: [], columns: [] }]);
	});
});

it('columns are called as spreadsheets call them', () => {
	expect([0, 25, 26, 51, 52, 701, 702].map(columnLetters)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA', 'ZZ', 'AAA']);
});
