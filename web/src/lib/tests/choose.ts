import { screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';

/** Choose from a list, as somebody would. */
export async function choose(label: string, words: string): Promise<void> {
	const user = userEvent.setup();
	await user.click(screen.getByRole('combobox', { name: label }));
	await user.click(await screen.findByRole('option', { name: words }));
}
