import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { setDaysOff } from '$lib/words/days';
import Bound from './Bound.test.svelte';
import DateField from './DateField.svelte';
// It comes at once when it is asked for, however busy the machine.
import './MonthPopover.svelte';

const user = userEvent.setup();
const field = () => screen.getByLabelText<HTMLInputElement>('Due', { selector: 'input' });

describe('a day in a field', () => {
	it('is read from the day that stood there when typing began', async () => {
		render(Bound, { day: '2032-01-14' });
		await user.clear(field());
		await user.type(field(), '+7');
		await user.tab();
		expect(screen.getByRole('status').textContent).toBe('2032-01-21');
		expect(field().value).toBe('Wed 21 Jan 2032');
	});

	it('is again what it was with Esc', async () => {
		render(Bound, { day: '2032-01-14' });
		await user.clear(field());
		await user.type(field(), '3 nov{Escape}');
		expect(screen.getByRole('status').textContent).toBe('2032-01-14');
		expect(field().value).toBe('Wed 14 Jan 2032');
	});

	it('tells days without school apart in the month', async () => {
		setDaysOff([['2032-01-19', '2032-01-20']]);
		render(Bound, { day: '2032-01-14' });
		field().focus();
		await user.keyboard('{Alt>}{ArrowDown}{/Alt}');
		const january = (await screen.findAllByTitle('no school'))
			.filter((each) => !each.hasAttribute('data-outside-month'))
			.map((each) => Number(each.textContent));
		expect(january).toEqual([3, 4, 10, 11, 17, 18, 19, 20, 24, 25, 31]);
		setDaysOff([]);
	});

	it('is given once, as it is typed to its end, and what is no day stays with the reason', async () => {
		const onchange = vi.fn();
		render(DateField, { label: 'Due', value: '2032-01-14', onchange });
		await user.clear(field());
		await user.type(field(), '3 nov{Enter}');
		expect(onchange.mock.calls).toEqual([['2031-11-03']]);
		await user.clear(field());
		await user.type(field(), 'soon');
		await user.tab();
		expect(screen.getByRole('alert').textContent).toContain('not a day');
		expect(field().value).toBe('soon');
		expect(onchange).toHaveBeenCalledOnce();
	});
});
