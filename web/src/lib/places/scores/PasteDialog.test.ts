import 'fake-indexeddb/auto';
import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { gridOf } from '$lib/tests/grid';
import { serve } from '$lib/tests/server';
import PasteDialog from './PasteDialog.svelte';
import { pasted } from './pasting';
import { calledIn } from '$lib/class/names';
import Around from '$lib/tests/Around.svelte';

const user = userEvent.setup();
const grid = gridOf([
	['Tolu', 'Adeyemi', [{ text: '9' }]],
	['Signe', 'Åkerlund', []]
]);
const made = pasted('11\n12\n13', grid, { top: 0, left: 0, bottom: 0, right: 0 });
const change = {
	student_id: 1, student: 'Adeyemi, Tolu', number: null, percent_before: '45.0', mark_before: 'E', percent_after: '55.0',
	mark_after: 'D', difference: '+10.0', move: 'rises'
}; // prettier-ignore

function open(onpaste = vi.fn(), hasAliases = false) {
	const given = { term: 7, called: calledIn(grid, hasAliases), pasted: made, onpaste };
	render(Around, { part: PasteDialog, given });
	return onpaste;
}

describe('a paste over scores', () => {
	it('shows what it overwrites, what it cannot place, and which grades change, before it does', async () => {
		const asked = serve({
			'POST /api/v1/classes/1/scores/tried': () => ({
				grades: 1,
				up: 1,
				down: 0,
				marks: 1,
				changes: [change],
				elsewhere: [],
				refused: [{ student: 2, assignment: 1, message: '12 is above 10.' }],
				above: []
			})
		});
		const onpaste = open();
		expect(screen.getByText('1 cell lies outside the grid and is not pasted.')).toBeTruthy();
		expect(await screen.findByText('1 grade would change, 1 up and 0 down; 1 mark.')).toBeTruthy();
		const [overwritten, grade] = screen.getAllByRole('row', { name: /Tolu Adeyemi/ });
		expect(overwritten!.textContent).toMatch(/9.*11/);
		expect(grade!.textContent).toMatch(/45.0.*E.*55.0.*D/s);
		const refused = screen.getByRole('list', { name: 'What cannot be read' });
		expect(refused.textContent).toMatch(/Signe Åkerlund, .*: 12 is above 10\./);
		expect(asked[0]!.body['entries']).toEqual([
			{ student: 1, assignment: 1, text: '11' },
			{ student: 2, assignment: 1, text: '12' }
		]);
		await user.click(screen.getByRole('button', { name: 'Paste 1 score' }));
		expect(onpaste).toHaveBeenCalledWith(made);
	});

	it('can be pasted where nobody tells which grades change, and left', async () => {
		serve({});
		const onpaste = open();
		await user.click(screen.getByRole('button', { name: 'Leave everything as it is' }));
		expect(onpaste).not.toHaveBeenCalled();
		await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
	});

	it('names nobody where aliases stand for names', async () => {
		serve({
			'POST /api/v1/classes/1/scores/tried': () => ({
				grades: 1, up: 1, down: 0, marks: 1, changes: [change], elsewhere: [],
				refused: [{ student: 2, assignment: 1, message: '12 is above 10.' }],
				above: []
			})
		}); // prettier-ignore
		open(vi.fn(), true);
		await screen.findByText(/1 grade would change/);
		expect(screen.getAllByRole('row', { name: /^900/ })).toHaveLength(2);
		expect(screen.getByRole('dialog').textContent).not.toMatch(/Tolu|Adeyemi|Signe|Åkerlund/);
	});
});
