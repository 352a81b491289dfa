import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { createRawSnippet } from 'svelte';
import { expect, it, vi } from 'vitest';
import Switch from './Switch.svelte';

const user = userEvent.setup();
const words = createRawSnippet(() => ({ render: () => '<span>show it before it is posted</span>' }));
const isOn = () =>
	screen.getByRole('switch', { name: 'show it before it is posted' }).getAttribute('aria-checked');

it('is turned by its words and by Space, tells which, and goes back where that is refused', async () => {
	let answered: () => void = () => undefined;
	const onchange = vi.fn(() => new Promise<void>((done) => (answered = done)));
	const shown = render(Switch, { checked: false, onchange, children: words });
	await user.click(screen.getByText('show it before it is posted'));
	expect(onchange).toHaveBeenLastCalledWith(true);
	expect(isOn(), 'at once').toBe('true');
	answered();
	await waitFor(() => expect(isOn(), 'nothing came back').toBe('false'));
	await shown.rerender({ checked: true });
	screen.getByRole('switch').focus();
	await user.keyboard(' ');
	expect(onchange).toHaveBeenLastCalledWith(false);
});
