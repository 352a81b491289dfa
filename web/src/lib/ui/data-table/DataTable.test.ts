import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import Rows from './Rows.test.svelte';

const user = userEvent.setup();
const focused = () => document.activeElement?.textContent;

it('is one Tab stop, with arrows, Home and End between its rows', async () => {
	render(Rows, { names: ['Ada', 'Ben', 'Cleo'] });
	await user.tab();
	expect(focused()).toBe('Ada');
	await user.keyboard('{ArrowDown}');
	expect(focused()).toBe('Ben');
	await user.keyboard('{End}');
	expect(focused()).toBe('Cleo');
	await user.keyboard('{ArrowDown}');
	expect(focused()).toBe('Cleo');
	await user.tab();
	expect(document.activeElement).toBe(document.body);
	await user.tab({ shift: true });
	expect(focused()).toBe('Cleo');
	await user.keyboard('{Home}');
	expect(focused()).toBe('Ada');
});

it('says what is not there, and asks for more of how many', async () => {
	const { rerender } = render(Rows, { names: [] });
	expect(screen.getByRole('cell', { name: 'Nobody yet.' })).toBeTruthy();
	const more = vi.fn();
	await rerender({ names: ['Ada'], more });
	await user.click(screen.getByRole('button', { name: 'Show more of 3,000' }));
	expect(more).toHaveBeenCalledOnce();
	await rerender({ names: ['Ada'], more, isComing: true });
	expect(screen.getByRole('button', { name: 'Fetching…' })).toHaveProperty('disabled', true);
	await rerender({ names: ['Ada', 'Ben'], more, isComing: false });
	expect(screen.queryByRole('button')).toBeNull();
});
