import { cleanup, render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { choose } from '$lib/tests/choose';
import { columnOf, gridOf } from '$lib/tests/grid';
import Toolbar from './Toolbar.svelte';
// What comes later in a browser is there at once, however busy the machine.
import '$lib/ui/menu/OpenMenu.svelte';
import { usual, type View } from '$lib/class/view';

const user = userEvent.setup();

function open(view: Partial<View> = {}, cell = {}, onarrange: (() => void) | null = null) {
	const look = vi.fn();
	const columns = [columnOf(1), columnOf(2, { category: 'Maps' }), columnOf(3, { category: null })];
	const grid = gridOf([['Tolu', 'Adeyemi', [cell]]], columns);
	render(Toolbar, {
		grid,
		view: { ...usual, ...view },
		sought: { name: '', group: 0 },
		groups: [],
		stack: '/stack',
		on: { arrange: onarrange, add: () => {}, groups: () => {} },
		look
	});
	return look;
}

describe('how the grid is looked at', () => {
	it('is chosen by what it says, and each choice stands alone', async () => {
		const look = open();
		await user.click(screen.getByRole('radio', { name: 'by category' }));
		await choose('Which work', 'Maps');
		await choose('Students', 'by grade');
		await user.click(screen.getByLabelText('aliases'));
		expect(look.mock.calls.flat()).toEqual([
			{ columns: 'category' },
			{ work: 'Maps' },
			{ students: 'grade' },
			{ hasAliases: true }
		]);
	});

	it('offers numbers as entered only where some were adjusted', () => {
		open({}, { text: '12', adjusted: '12' });
		expect(screen.queryByLabelText('as entered')).toBeNull();
	});

	it('shows them as entered, or as adjusted again', async () => {
		const entered = open({}, { text: '12', adjusted: '14.4' });
		await user.click(screen.getByLabelText('as entered'));
		expect(entered).toHaveBeenCalledWith({ numbers: 'entered' });
		cleanup();
		const adjusted = open({ numbers: 'entered' }, { text: '12', adjusted: '14.4' });
		await user.click(screen.getByLabelText('as entered'));
		expect(adjusted).toHaveBeenCalledWith({ numbers: 'adjusted' });
	});

	it('stands by no name where aliases are shown', async () => {
		open({ students: 'given', hasAliases: true });
		const students = screen.getByRole('combobox', { name: 'Students' });
		expect(students.textContent.trim()).toBe('by alias');
		await user.click(students);
		const barred = screen.getAllByRole('option').filter((each) => each.hasAttribute('data-disabled'));
		expect(barred.map((each) => each.textContent.trim())).toEqual(['by family name', 'by given name']);
	});

	it('says how much is put aside, and brings back one or all of it; what was put aside in another term stays so', async () => {
		const look = open({ aside: [1, 3, 90] });
		const aside = screen.getByRole('button', { name: '2 put aside' });
		await user.click(aside);
		await user.click(await screen.findByRole('menuitem', { name: 'bring back Walk 3' }));
		await user.click(aside);
		await user.click(await screen.findByRole('menuitem', { name: 'bring back all 2' }));
		expect(look.mock.calls.flat()).toEqual([{ aside: [1, 90] }, { aside: [90] }]);
	});

	it('closes the menu of what is put aside for whoever goes elsewhere', async () => {
		open({ aside: [1] });
		await user.click(screen.getByRole('button', { name: '1 put aside' }));
		await screen.findByRole('menu');
		await user.click(screen.getByLabelText('Only students named'));
		expect(screen.queryByRole('menu')).toBeNull();
		expect(document.activeElement).toBe(screen.getByLabelText('Only students named'));
	});

	it('sorts again when asked to, and not under one’s hands', async () => {
		const onarrange = vi.fn();
		open({ students: 'grade' }, {}, onarrange);
		await user.click(screen.getByRole('button', { name: 'sort again' }));
		expect(onarrange).toHaveBeenCalledOnce();
	});
});
