import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it } from 'vitest';
import Parted from './Parted.svelte';

const user = userEvent.setup();

it('tabs: the arrows go from name to name, and the panel of the one is shown', async () => {
	render(Parted);
	screen.getByRole('tab', { name: 'One' }).focus();
	expect(screen.getByRole('tabpanel', { name: 'One' }).textContent).toContain('Panel of one');
	await user.keyboard('{ArrowRight}');
	expect(screen.getByRole('tab', { name: 'Many' }).getAttribute('aria-selected')).toBe('true');
	expect(screen.getByRole('tabpanel', { name: 'Many' }).textContent).toContain('Panel of many');
	expect(screen.queryByText('Panel of one')).toBeNull();
});

it('a popover: closes with Esc, and the focus is where it is to go on', async () => {
	render(Parted);
	await user.click(screen.getByRole('button', { name: 'Choose' }));
	await screen.findByText('What is chosen from');
	await user.keyboard('{Escape}');
	await waitFor(() => expect(screen.queryByText('What is chosen from')).toBeNull());
	await waitFor(() => expect(document.activeElement).toBe(screen.getByRole('textbox', { name: 'A day' })));
});

it('a tooltip: told to whoever comes to its control by keyboard, gone with Esc, none without words', async () => {
	const shown = render(Parted);
	await user.click(screen.getByRole('textbox', { name: 'A day' }));
	await user.tab();
	await user.tab();
	const told = await screen.findByRole('tooltip');
	expect(told.textContent).toContain('four moves in a row');
	expect(screen.getByRole('button', { name: 'Steady' }).getAttribute('aria-describedby')).toBe(told.id);
	await user.keyboard('{Escape}');
	await waitFor(() => expect(screen.queryByRole('tooltip')).toBeNull());
	await shown.rerender({ words: '' });
	expect(screen.getByRole('button', { name: 'Steady' }).hasAttribute('aria-describedby')).toBe(false);
});
