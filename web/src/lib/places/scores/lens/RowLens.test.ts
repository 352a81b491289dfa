import 'fake-indexeddb/auto';
import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import { columnOf, gridOf } from '$lib/tests/grid';
import Around from '$lib/tests/Around.svelte';
import RowLens from './RowLens.svelte';

it('keeps a place in the row of scores for what is missing', () => {
	const columns = [columnOf(1), columnOf(2), columnOf(3), columnOf(4, { apart: true })];
	const cells = [{ text: '18', level: 90 }, { state: 'missing' as const }, {}, { text: '9', level: 45 }];
	const grid = gridOf([['Tolu', 'Adeyemi', cells]], columns);
	const given = { grid, row: grid.rows[0]!, name: 'Tolu Adeyemi', onworking: () => {} };
	render(Around, { part: RowLens, given });
	const [first, second] = columns;
	expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
		`${first!.name} 18, ${second!.name} missing`
	);
	expect(screen.getByRole('img').children).toHaveLength(2);
});
