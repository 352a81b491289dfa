import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import Handle from './Handle.svelte';

const user = userEvent.setup();
const on = { move: vi.fn(), keep: vi.fn() };
const shown = () =>
	render(Handle, { label: 'Where B begins', value: 80, at: 100, top: 0, per: 0.1, between: [70, 90], on });

describe('a handle on an axis', () => {
	beforeEach(() => vi.clearAllMocks());

	it('moves by one, and finely with Shift, showing what it would do; Enter keeps it', async () => {
		shown();
		const handle = screen.getByRole('slider', { name: 'Where B begins' });
		handle.focus();
		await user.keyboard('{ArrowRight}{Shift>}{ArrowLeft}{/Shift}');
		expect(on.move.mock.calls).toEqual([[81], [80.9]]);
		expect(on.keep).not.toHaveBeenCalled();
		await user.keyboard('{Enter}');
		expect(on.keep.mock.calls).toEqual([[80.9]]);
		expect(handle.getAttribute('aria-valuenow')).toBe('80');
	});

	it('goes back with Esc, and where it came back to what it was nothing is kept', async () => {
		shown();
		const handle = screen.getByRole('slider');
		handle.focus();
		await user.keyboard('{ArrowRight}{Escape}');
		expect(on.move).toHaveBeenLastCalledWith(null);
		await user.keyboard('{ArrowRight}{ArrowLeft}');
		handle.blur();
		expect(on.move).toHaveBeenLastCalledWith(null);
		expect(on.keep).not.toHaveBeenCalled();
	});

	it('stays between its neighbours, and is kept where the focus leaves it', async () => {
		shown();
		const handle = screen.getByRole('slider');
		handle.focus();
		for (let step = 0; step < 15; step++) await user.keyboard('{ArrowRight}');
		expect(on.move).toHaveBeenLastCalledWith(89.9);
		handle.blur();
		expect(on.keep.mock.calls).toEqual([[89.9]]);
	});

	it('is typed: what lies outside is not taken, Enter keeps what does not, Esc leaves it as it was', async () => {
		shown();
		screen.getByRole('slider').focus();
		await user.keyboard('95');
		const field = screen.getByRole<HTMLInputElement>('textbox', {
			name: 'Where B begins, between 70 and 90'
		});
		expect([field.value, document.activeElement]).toEqual(['95', field]);
		await user.keyboard('{Enter}');
		expect([field.getAttribute('aria-invalid'), on.keep.mock.calls]).toEqual(['true', []]);
		await user.clear(field);
		await user.keyboard('82.5{Enter}');
		expect(on.keep.mock.calls).toEqual([[82.5]]);
		expect(document.activeElement).toBe(screen.getByRole('slider'));
		await user.keyboard('75');
		await user.tab();
		expect(on.keep).toHaveBeenLastCalledWith(75);
		on.keep.mockClear();
		screen.getByRole('slider').focus();
		await user.keyboard('7{Escape}');
		expect(on.keep).not.toHaveBeenCalled();
		expect(document.activeElement).toBe(screen.getByRole('slider'));
	});
});
