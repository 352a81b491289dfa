import { fireEvent, render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import Divider from './Divider.svelte';

const user = userEvent.setup();

function open(more: object = {}) {
	const onmove = vi.fn();
	const onkeep = vi.fn();
	render(Divider, {
		label: 'Fieldwork and Map tests',
		value: 40,
		sum: 75,
		per: () => 0.25,
		onmove,
		onkeep,
		...more
	});
	const divider = screen.getByRole('separator');
	divider.setPointerCapture = () => {};
	return { divider, onmove, onkeep };
}

describe('a divider between two weights', () => {
	it('is moved by the arrows by 1, with Shift by 0.1, and kept by Enter, all in one', async () => {
		const { divider, onmove, onkeep } = open();
		divider.focus();
		await user.keyboard('{ArrowRight}{ArrowRight}{Shift>}{ArrowLeft}{/Shift}');
		expect(onmove.mock.calls.flat()).toEqual([41, 42, 41.9]);
		expect(divider.getAttribute('aria-valuenow')).toBe('41.9');
		expect(onkeep).not.toHaveBeenCalled();
		await user.keyboard('{Enter}');
		expect(onkeep).toHaveBeenCalledExactlyOnceWith(41.9);
	});

	it('goes back on Esc, and leaving it where it was keeps nothing', async () => {
		const { divider, onmove, onkeep } = open();
		divider.focus();
		await user.keyboard('{ArrowRight}{Escape}');
		expect(onmove).toHaveBeenLastCalledWith(null);
		await user.keyboard('{ArrowRight}{ArrowLeft}{Tab}');
		expect(onmove).toHaveBeenLastCalledWith(null);
		expect(onkeep).not.toHaveBeenCalled();
	});

	it('gives neither side more than both have', async () => {
		const { divider, onkeep } = open({ value: 74.5 });
		divider.focus();
		await user.keyboard('{ArrowRight}{ArrowRight}{Tab}');
		expect(onkeep).toHaveBeenCalledExactlyOnceWith(75);
	});

	it('is dragged by as much as the bar is wide, and kept when let go of', async () => {
		const { divider, onmove, onkeep } = open();
		await fireEvent.pointerDown(divider, { clientX: 100, pointerId: 1 });
		await fireEvent.pointerMove(divider, { clientX: 80 });
		expect(onmove).toHaveBeenLastCalledWith(35);
		await fireEvent.pointerUp(divider);
		expect(onkeep).toHaveBeenCalledExactlyOnceWith(35);
		await fireEvent.pointerMove(divider, { clientX: 10 });
		expect(onmove).toHaveBeenCalledTimes(1);
	});
});
