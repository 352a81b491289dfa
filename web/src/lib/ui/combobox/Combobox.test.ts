import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import Combobox from './Combobox.svelte';

const user = userEvent.setup();
const found = [
	{ id: 7, name: 'Ada Okafor', words: '8244' },
	{ id: 9, name: 'Ada Quill', words: '8290' }
];

it('offers what fits what is typed, chooses by keys, and is empty again then', async () => {
	const onchoose = vi.fn();
	render(Combobox, { label: 'Find somebody', found, onchoose });
	const field = screen.getByRole<HTMLInputElement>('combobox', { name: 'Find somebody' });
	await user.type(field, 'ada');
	expect(screen.getAllByRole('option').map((each) => each.textContent)).toEqual([
		'Ada Okafor8244',
		'Ada Quill8290'
	]);
	await user.keyboard('{ArrowDown}{Enter}');
	expect(onchoose).toHaveBeenCalledOnce();
	expect(found).toContainEqual(onchoose.mock.calls[0]![0]);
	expect(field.value).toBe('');
});

it('says that nothing is found, or that it is looked for still', async () => {
	const { rerender } = render(Combobox, { label: 'Find', found: [], isLooking: true, onchoose: vi.fn() });
	await user.type(screen.getByRole('combobox'), 'x');
	expect(screen.getByText('Looking…')).toBeTruthy();
	await rerender({ isLooking: false });
	expect(screen.getByText('Nothing of that name.')).toBeTruthy();
});
