import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { choose } from '$lib/tests/choose';
import Select from './Select.svelte';

const user = userEvent.setup();
const choices = [
	['f', 'Fieldwork'],
	['m', 'Map tests'],
	['mo', 'Models'],
	[3, 'Notebooks', 'in no use']
] as const;

function open(given: object = {}) {
	const onchange = vi.fn();
	render(Select, { label: 'Category', choices, value: 'f', onchange, ...given });
	const field = screen.getByRole('combobox', { name: 'Category' });
	field.focus();
	return { field, onchange };
}

describe('a list to choose from', () => {
	it('shows what is chosen, and gives what somebody chooses', async () => {
		const { field, onchange } = open();
		expect(field.textContent.trim()).toBe('Fieldwork');
		await choose('Category', 'Notebooks');
		expect(onchange.mock.calls).toEqual([['3']]);
		// Only what comes back is shown.
		expect(field.textContent.trim()).toBe('Fieldwork');
	});

	it('is opened and chosen from by keys alone', async () => {
		const { onchange } = open();
		await user.keyboard('{Enter}');
		await screen.findByRole('option', { name: 'Models' });
		await user.keyboard('{ArrowDown}{ArrowDown}{Enter}');
		expect(onchange.mock.calls).toEqual([['mo']]);
		expect(document.activeElement).toBe(screen.getByRole('combobox'));
	});

	it('is chosen from by letters without being opened', async () => {
		const { onchange } = open();
		await user.keyboard('mod');
		expect(onchange.mock.calls.at(-1)).toEqual(['mo']);
		await user.tab();
		await user.tab({ shift: true });
		await user.keyboard('n');
		expect(onchange.mock.calls.at(-1)).toEqual(['3']);
		expect(screen.queryByRole('option')).toBeNull();
	});

	it('goes on among those with the same letter, and keeps from what cannot be chosen', async () => {
		const { onchange } = open({ barred: ['m'] });
		await user.keyboard('m');
		expect(onchange.mock.calls).toEqual([['mo']]);
	});

	it('says what stands for nothing', () => {
		expect(open({ value: '', placeholder: 'category' }).field.textContent.trim()).toBe('category');
	});
});
