import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import FormOf from '$lib/tests/FormOf.svelte';

const user = userEvent.setup();
const send = vi.fn<(year: object) => Promise<unknown>>();
const ondone = vi.fn();
const name = () => screen.getByLabelText<HTMLInputElement>('Name');
const submit = () => user.click(screen.getByRole('button', { name: 'Make it' }));

beforeEach(() => {
	vi.clearAllMocks();
	send.mockResolvedValue(undefined);
	render(FormOf, { send, ondone });
});

describe('a form', () => {
	it('sends what was typed, and says that it was taken', async () => {
		await user.type(name(), '2032/33');
		await user.type(screen.getByLabelText('First day'), '2032-08-30');
		await submit();
		expect(send).toHaveBeenCalledExactlyOnceWith({ name: '2032/33', starts: '2032-08-30' });
		expect(ondone).toHaveBeenCalledOnce();
	});

	it('shows why a field was refused beside it, and goes there; what was typed stays', async () => {
		send.mockRejectedValueOnce(new Refusal('There is a year of this name.', 422, 'name'));
		await user.type(name(), '2031/32');
		await submit();
		expect((await screen.findByRole('alert')).textContent).toBe('There is a year of this name.');
		expect(document.activeElement).toBe(name());
		expect(name().getAttribute('aria-invalid')).toBe('true');
		const told = name().getAttribute('aria-describedby')!.split(' ');
		expect(told.map((id) => document.getElementById(id)?.textContent)).toEqual([
			'such as 2032/33',
			'There is a year of this name.'
		]);
		expect(name().value).toBe('2031/32');
		expect(ondone).not.toHaveBeenCalled();
		await submit();
		await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
	});

	it('shows below what was refused of none of its fields', async () => {
		send.mockRejectedValueOnce(new Refusal('Hoarfrost cannot be reached just now.', 0));
		await submit();
		expect((await screen.findByRole('alert')).textContent).toContain('cannot be reached');
		send.mockRejectedValueOnce(new Refusal('The days overlap.', 422, 'ends'));
		await submit();
		expect((await screen.findByRole('alert')).textContent).toBe('The days overlap.');
	});

	it('is sent once, however often one presses', async () => {
		let taken!: () => void;
		send.mockReturnValueOnce(new Promise((resolve) => (taken = () => resolve(undefined))));
		await submit();
		await submit();
		taken();
		await waitFor(() => expect(ondone).toHaveBeenCalledOnce());
		expect(send).toHaveBeenCalledOnce();
	});
});
