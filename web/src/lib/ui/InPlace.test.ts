import { render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { Refusal } from '$lib/api/client';
import InPlace from './InPlace.svelte';

const user = userEvent.setup();

async function write(field: HTMLInputElement, text: string): Promise<void> {
	await user.clear(field);
	await user.type(field, text);
}

/** The field, what it saved on which version, and ways to answer the saves one by one. */
async function open() {
	const answers: { take: () => void; refuse: (words: string) => void }[] = [];
	const save = vi.fn(
		() =>
			new Promise<void>((take, refuse) => {
				answers.push({ take, refuse: (words) => refuse(new Refusal(words, 422)) });
			})
	);
	const shown = render(InPlace, { value: '20', label: 'Points', version: 1, save });
	const field = screen.getByLabelText<HTMLInputElement>('Points');
	return { field, save, answers, show: shown.rerender };
}

describe('a value that is changed where it stands', () => {
	it('is saved once, by Enter or by leaving', async () => {
		const { field, save, answers, show } = await open();
		await write(field, '25{Enter}');
		await user.tab();
		expect(save.mock.calls).toEqual([['25', 1]]);
		await show({ value: '25', version: 2 });
		answers[0]!.take();
		await write(field, '25{Enter}');
		expect(save).toHaveBeenCalledOnce();
	});

	it('is replaced by typing also where it changed under the hand', async () => {
		const { field, show } = await open();
		field.focus();
		await show({ value: '7.00', version: 2 });
		await user.keyboard('6');
		expect(field.value).toBe('6');
	});

	it('keeps what is typed while it is saved', async () => {
		const { field, answers } = await open();
		await write(field, '25{Enter}');
		await write(field, '3');
		answers[0]!.take();
		await user.type(field, '0');
		expect(field.value).toBe('30');
	});

	it('can be set back before the page shows the change', async () => {
		const { field, save, answers, show } = await open();
		await write(field, '25{Enter}');
		await write(field, '20{Enter}');
		expect(save.mock.calls).toEqual([['25', 1], ['20', 1]]); // prettier-ignore
		await show({ value: '25', version: 2 });
		answers[0]!.take();
		await waitFor(() => expect(field.value).toBe('20'));
		await show({ value: '20', version: 3 });
		answers[1]!.take();
		await waitFor(() => expect(field.value).toBe('20'));
		expect(screen.queryByRole('alert')).toBeNull();
	});

	it('stays typed where it is refused, and goes over what a colleague made of it only once that was seen', async () => {
		const { field, save, answers, show } = await open();
		await write(field, '25{Enter}');
		await show({ value: '22', version: 2 });
		answers[0]!.refuse('A colleague changed it.');
		expect((await screen.findByRole('alert')).textContent).toBe('A colleague changed it.');
		expect(field.value).toBe('25');
		// Leaving does not make it so.
		await user.tab();
		expect(save.mock.calls.at(-1)).toEqual(['25', 1]);
		answers[1]!.refuse('A colleague changed it.');
		await user.type(field, '{Escape}');
		expect(field.value).toBe('22');
		await write(field, '25{Enter}');
		expect(save.mock.calls.at(-1)).toEqual(['25', 2]);
		answers[2]!.take();
		await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
	});

	it('takes an answer to what it is asked', async () => {
		const save = vi.fn(() =>
			Promise.reject(new Refusal('Are 0 points meant?', 422, 'points', 'zero_points'))
		);
		const meant = vi.fn(() => Promise.resolve());
		const answers = { zero_points: [['0 is meant', meant]] as const };
		render(InPlace, { value: '20', label: 'Points', version: 1, save, answers });
		await write(screen.getByLabelText<HTMLInputElement>('Points'), '0{Enter}');
		await user.click(await screen.findByRole('button', { name: '0 is meant' }));
		expect(meant).toHaveBeenCalledWith('0', 1);
		expect(save).toHaveBeenCalledOnce();
		expect(screen.queryByRole('alert')).toBeNull();
	});
});
