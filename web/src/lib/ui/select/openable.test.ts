import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import { openable } from './openable.svelte';
import Select from './Select.svelte';
// It comes at once when it is asked for, however busy the machine.
import './OpenableSelect.svelte';

vi.unmock('$lib/ui/select/openable.svelte');
const user = userEvent.setup();
const choices = [
	['f', 'Fieldwork'],
	['m', 'Map tests']
] as const;
const field = () => screen.getByRole('combobox');

// In this order: what opens it stays, once it has come.
it('is chosen from by letters and says why it cannot open before what opens it has come', async () => {
	const fetch = vi.spyOn(openable, 'fetch').mockRejectedValue(new TypeError('Failed to fetch'));
	const onchange = vi.fn();
	render(Select, { label: 'Category', choices, value: 'f', onchange });
	expect(field().textContent.trim()).toBe('Fieldwork');
	field().focus();
	await user.keyboard('m');
	expect(onchange.mock.calls).toEqual([['m']]);
	await user.click(field());
	expect((await screen.findByRole('alert')).textContent).not.toBe('');
	fetch.mockRestore();
});

it('opens as soon as that has come, for whoever has asked for it, and keeps the focus', async () => {
	render(Select, { label: 'Category', choices, value: 'f' });
	const before = field();
	before.focus();
	await user.keyboard('{ArrowDown}');
	await screen.findByRole('option', { name: 'Map tests' });
	expect(field()).not.toBe(before);
	await user.keyboard('{ArrowDown}{Enter}');
	expect(field().textContent.trim()).toBe('Map tests');
	expect(document.activeElement).toBe(field());
});
