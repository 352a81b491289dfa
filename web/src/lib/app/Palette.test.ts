import 'fake-indexeddb/auto';
import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { commands } from './commands';
import { saving } from '$lib/app/saving/saving.svelte';
import Around from '$lib/tests/Around.svelte';
import Palette from './Palette.svelte';
import { places } from './places';

const { goto } = vi.hoisted(() => ({ goto: vi.fn() }));
vi.mock('$app/navigation', () => ({ goto }));
vi.mock('$app/state', () => ({
	page: { params: { id: '2' }, url: new URL('http://localhost/class/2/scores') }
}));
vi.mock('./session.svelte', () => ({
	signed: { teaches: true, keepsRecords: false, current: { classes: [{ id: 2, name: 'Choir', section: 'B' }, { id: 3, name: 'Botany', section: 'A' }] } }
})); // prettier-ignore
vi.stubGlobal('fetch', async () =>
	Response.json([
		{
			student_id: 9,
			name: 'Łucja Kowalczyk',
			alias: '31',
			number: '8216',
			class_id: 2,
			class_name: 'Choir B'
		}
	])
);

places.all = [
	{ name: 'report', title: 'Report', of: 'trail' },
	{ name: 'people', title: 'People', of: 'school', path: '/school/people' },
	{ name: 'today', title: 'Today', of: 'teacher', path: '/' }
];
const user = userEvent.setup();
const options = () => screen.getAllByRole('option').map((each) => each.textContent.trim());
const onkeys = vi.fn();
async function open() {
	// A dialog that was left stays for a moment.
	await waitFor(() => expect(screen.queryByRole('combobox')).toBeNull());
	const rendered = render(Around, { part: Palette, given: { open: true, onkeys } });
	screen.getByRole('combobox').focus();
	return rendered;
}

describe('the palette', () => {
	it('finds places, classes and students by the beginnings of their words, accents or not', async () => {
		await open();
		await user.keyboard('cho rep');
		expect(options()).toEqual(['Reportof Choir B']);
		await user.clear(screen.getByRole('combobox'));
		await user.keyboard('kowal');
		expect(await screen.findByRole('option', { name: /Łucja Kowalczyk/ })).toBeTruthy();
		await user.keyboard('{Enter}');
		expect(goto).toHaveBeenLastCalledWith('/class/2/student/9');
	});

	it('offers what the place offers, what begins as typed first, until the place is left', async () => {
		const act = vi.fn();
		const leave = commands.offer(() => [
			{ name: 'students by given name', words: 'the grid', act: vi.fn() },
			{ name: 'Give zero to the rest', words: 'Walk 1', act }
		]);
		const { unmount } = await open();
		await user.keyboard('give');
		expect(options()).toEqual(['Give zero to the restWalk 1', 'students by given namethe grid']);
		await user.keyboard('{Enter}');
		expect(act).toHaveBeenCalledOnce();
		unmount();
		leave();
		await open();
		await user.keyboard('give');
		expect(screen.queryAllByRole('option')).toEqual([]);
		expect(screen.getByText('Nothing of this name.')).toBeTruthy();
	});

	it('goes along by the arrows, and does what is done everywhere', async () => {
		const again = vi.spyOn(saving, 'again').mockReturnValue();
		await open();
		await user.keyboard('k{ArrowDown}{ArrowUp}');
		expect(screen.getByRole('option', { selected: true }).textContent).toContain('Keys');
		await user.keyboard('{Enter}');
		expect(onkeys).toHaveBeenCalledOnce();
		await open();
		await user.keyboard('try{Enter}');
		expect(again).toHaveBeenCalledOnce();
	});
});
