import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import Minimum from './Minimum.svelte';

const user = userEvent.setup();
const on = { move: vi.fn(), keep: vi.fn() };
const band = { mark: 'B', min: '80', value: '', place: 80, now: 3, then: null };
const shown = () => render(Minimum, { band, at: 100, top: 0, per: 0.1, between: [70, 90], on });

describe('a minimum on the axis', () => {
	beforeEach(() => vi.clearAllMocks());

	it('moves by one, and finely with Shift, showing what it would do; Enter keeps it', async () => {
		shown();
		const handle = screen.getByRole('slider', { name: 'Where B begins' });
		handle.focus();
		await user.keyboard('{ArrowRight}{Shift>}{ArrowLeft}{/Shift}');
		expect(on.move.mock.calls).toEqual([
			['B', 81],
			['B', 80.9]
		]);
		expect(on.keep).not.toHaveBeenCalled();
		await user.keyboard('{Enter}');
		expect(on.keep.mock.calls).toEqual([['B', 80.9]]);
		expect(handle.getAttribute('aria-valuenow')).toBe('80');
	});

	it('goes back with Esc, and where it came back to what it was nothing is kept', async () => {
		shown();
		const handle = screen.getByRole('slider');
		handle.focus();
		await user.keyboard('{ArrowRight}{Escape}');
		expect(on.move).toHaveBeenLastCalledWith('B', null);
		await user.keyboard('{ArrowRight}{ArrowLeft}');
		handle.blur();
		expect(on.move).toHaveBeenLastCalledWith('B', null);
		expect(on.keep).not.toHaveBeenCalled();
	});

	it('stays between its neighbours, and is kept where the focus leaves it', async () => {
		shown();
		const handle = screen.getByRole('slider');
		handle.focus();
		for (let step = 0; step < 15; step++) await user.keyboard('{ArrowRight}');
		expect(on.move).toHaveBeenLastCalledWith('B', 89.9);
		handle.blur();
		expect(on.keep.mock.calls).toEqual([['B', 89.9]]);
	});
});
