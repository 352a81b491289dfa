import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import { finding } from './finding.svelte';
import Combobox from './Combobox.svelte';
// It comes at once when it is asked for, however busy the machine.
import './FindingCombobox.svelte';

vi.unmock('$lib/ui/combobox/finding.svelte');
const user = userEvent.setup();
const found = [{ id: 7, name: 'Ada Okafor' }];
const field = () => screen.getByRole<HTMLInputElement>('combobox', { name: 'Find somebody' });

// In this order: what shows what is found stays, once it has come.
it('is typed in, and says why nothing can be found, before what shows it has come', async () => {
	const fetch = vi.spyOn(finding, 'fetch').mockRejectedValue(new TypeError('Failed to fetch'));
	render(Combobox, { label: 'Find somebody', found, onchoose: vi.fn() });
	await user.type(field(), 'ada');
	expect((await screen.findByRole('alert')).textContent).not.toBe('');
	expect(field().value).toBe('ada');
	fetch.mockRestore();
});

it('keeps what was typed and the focus as that comes, and shows what fits', async () => {
	const onchoose = vi.fn();
	let come: () => void = () => undefined;
	const real = finding.fetch.bind(finding);
	const coming = new Promise<void>((resolve) => (come = resolve));
	const fetch = vi.spyOn(finding, 'fetch').mockImplementation(() => coming.then(real));
	render(Combobox, { label: 'Find somebody', found, onchoose });
	const before = field();
	await user.type(before, 'ad');
	come();
	await screen.findByRole('option', { name: 'Ada Okafor' });
	expect(field()).not.toBe(before);
	expect(field().value).toBe('ad');
	expect(document.activeElement).toBe(field());
	await user.keyboard('a{ArrowDown}{Enter}');
	expect(onchoose).toHaveBeenCalledWith(found[0]);
	fetch.mockRestore();
});
