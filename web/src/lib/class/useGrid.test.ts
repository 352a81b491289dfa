import 'fake-indexeddb/auto';
import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Shapes } from '$lib/api/client';
import { saving } from '$lib/app/saving/saving.svelte';
import Around from '$lib/tests/Around.svelte';
import { gridOf } from '$lib/tests/grid';
import { serve, type Asked } from '$lib/tests/server';
import ShownGrid from '$lib/tests/ShownGrid.svelte';

let answered: Parameters<typeof saving.onAnswer>[0];
vi.spyOn(saving, 'onAnswer').mockImplementation((listener) => {
	answered = listener;
	return () => true;
});

const holding = (hamza: string, tolu = '') =>
	gridOf([
		['Hamza', 'Bashir', [{ text: hamza }]],
		['Tolu', 'Adeyemi', [{ text: tolu }]]
	]);
/** What the server says once a score is saved: the row with the cells that changed. */
function saved({ columns, rows, figures, spread }: Shapes['GridOut'], student: number): void {
	const row = rows[student]!;
	const answer = { columns, rows: [{ ...row, cells: { 1: row.cells[1] } }], figures, spread };
	answered(1, 7, answer as unknown as Parameters<typeof answered>[2]);
}

let asked: Asked[];
/** Each answer of the server, kept back until a test lets it go. */
let late: ((grid: Shapes['GridOut']) => void)[];

beforeEach(() => {
	late = [];
	asked = serve({ 'GET /api/v1/classes/1/scores': () => new Promise((answer) => late.push(answer)) });
	render(Around, { part: ShownGrid, given: { id: 1 } });
});

describe('the grid as it is kept', () => {
	it('takes what was saved at once, and nothing else anew', async () => {
		late[0]!(holding('', '5'));
		await screen.findByText(/Hamza .*, Tolu 5/);
		saved(holding('7'), 0);
		await screen.findByText(/Hamza 7.*, Tolu 5/);
		expect(asked).toHaveLength(1);
	});

	it('asks again for what was asked for before an entry was saved, and never puts the blank back', async () => {
		late[0]!(holding(''));
		await screen.findByText(/Hamza/);
		await userEvent.click(screen.getByRole('button', { name: 'Ask again' }));
		expect(late).toHaveLength(2);
		saved(holding('7'), 0);
		await waitFor(() => expect(late).toHaveLength(3));
		late[1]!(holding('', '3'));
		await Promise.resolve();
		await screen.findByText(/Hamza 7/);
		late[2]!(holding('7', '3'));
		await screen.findByText(/Hamza 7.*, Tolu 3/);
	});
});
