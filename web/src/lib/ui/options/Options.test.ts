import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import Segmented from '$lib/ui/segmented/Segmented.svelte';
import Options from './Options.svelte';

const user = userEvent.setup();
const choices = [
	['ledger', 'a ledger'],
	['pages', 'page after page']
] as const;
const chosen = () => screen.getAllByRole('radio').filter((each) => each.getAttribute('aria-checked') === 'true').map((each) => each.textContent.trim() || each.closest('label')!.textContent.trim()); // prettier-ignore

it('is one Tab stop; an arrow goes on and chooses', async () => {
	render(Options, { label: 'Design', choices, value: 'ledger' });
	await user.tab();
	await user.keyboard('{ArrowDown}');
	expect(chosen()).toEqual(['page after page']);
	await user.tab();
	expect(document.activeElement).toBe(document.body);
});

it('is chosen by its words, and shows what comes back where somebody else decides', async () => {
	const onchange = vi.fn();
	render(Options, { label: 'Design', choices, value: 'ledger', onchange });
	await user.click(screen.getByText('page after page'));
	expect(onchange.mock.calls).toEqual([['pages']]);
	expect(chosen()).toEqual(['a ledger']);
});

it('of ways side by side one always holds, and is told once', async () => {
	const onchange = vi.fn();
	render(Segmented, { label: 'Order', choices, value: 'ledger', onchange });
	await user.click(screen.getByRole('radio', { name: 'a ledger' }));
	expect(onchange).not.toHaveBeenCalled();
	await user.click(screen.getByRole('radio', { name: 'page after page' }));
	expect(onchange.mock.calls).toEqual([['pages']]);
	expect(chosen()).toEqual(['a ledger']);
});
