import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { createRawSnippet } from 'svelte';
import { expect, it, vi } from 'vitest';
import { among } from './among';
import Check from './Check.svelte';

const user = userEvent.setup();
const words = createRawSnippet(() => ({ render: () => '<span>at most 100 %</span>' }));

it('is ticked by its words, by Space, and tells whether it is', async () => {
	render(Check, { children: words });
	const box = screen.getByRole('checkbox', { name: 'at most 100 %' });
	await user.click(screen.getByText('at most 100 %'));
	expect(box.getAttribute('aria-checked')).toBe('true');
	box.focus();
	await user.keyboard(' ');
	expect(box.getAttribute('aria-checked')).toBe('false');
});

it('shows what was clicked until that is answered, then what came back', async () => {
	let answered: () => void = () => undefined;
	const onchange = vi.fn(() => new Promise<void>((done) => (answered = done)));
	const answer = async () => {
		answered();
		await waitFor(() => expect(screen.getByRole('checkbox').getAttribute('aria-checked')).toBe('false'));
	};
	const shown = render(Check, { label: 'counts', checked: false, onchange });
	await user.click(screen.getByRole('checkbox', { name: 'counts' }));
	expect(onchange.mock.calls).toEqual([[true]]);
	expect(screen.getByRole('checkbox').getAttribute('aria-checked')).toBe('true');
	await answer();
	await shown.rerender({ checked: true });
	expect(screen.getByRole('checkbox').getAttribute('aria-checked')).toBe('true');
});

it('holds for a part, and is then ticked for all', async () => {
	const onchange = vi.fn();
	render(Check, { label: 'all', mixed: true, onchange });
	const box = screen.getByRole('checkbox');
	expect(box.getAttribute('aria-checked')).toBe('mixed');
	await user.click(box);
	expect(onchange).toHaveBeenCalledWith(true);
});

it('is not ticked while it cannot be', async () => {
	const onchange = vi.fn();
	render(Check, { disabled: true, onchange, children: words });
	await user.click(screen.getByText('at most 100 %'));
	expect(onchange).not.toHaveBeenCalled();
});

it('adds one among several once, and takes it out', () => {
	expect(among(['a', 'b'], 'a', true)).toEqual(['b', 'a']);
	expect(among(['a', 'b'], 'a', false)).toEqual(['b']);
});
