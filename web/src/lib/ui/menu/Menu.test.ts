import { cleanup, fireEvent, render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import Menu from './Menu.svelte';
// What comes later in a browser is there at once, however busy the machine.
import './OpenMenu.svelte';

const user = userEvent.setup();
const [late, comment, zero, onclose] = [vi.fn(), vi.fn(), vi.fn(), vi.fn()];
const acts = [
	{ key: 't', words: 'late', act: late },
	{ key: 'c', words: 'comment for the family', act: comment },
	{ words: 'zero for all', act: zero }
];

beforeEach(async () => {
	vi.clearAllMocks();
	render(Menu, { acts, beside: new DOMRect(100, 100, 47, 33), onclose });
	await screen.findByRole('menu');
});

describe('a menu', () => {
	it('has the focus at once, and does an act by its letter', async () => {
		expect(document.activeElement?.textContent).toContain('late');
		await user.keyboard('c');
		expect(comment).toHaveBeenCalledOnce();
		expect(onclose).toHaveBeenCalledExactlyOnceWith(false);
		expect([late, zero].some((each) => each.mock.calls.length)).toBe(false);
	});

	it('is gone along by the arrows, from the last to the first', async () => {
		await user.keyboard('{ArrowDown}{ArrowDown}{Enter}');
		expect(zero).toHaveBeenCalledOnce();
		await user.keyboard('{ArrowDown}{ArrowDown}{Enter}');
		expect(late).toHaveBeenCalledOnce();
	});

	it('is left by Esc or by its last line, and then does nothing', async () => {
		await user.keyboard('{Escape}');
		expect(onclose).toHaveBeenLastCalledWith(false);
		await user.click(screen.getByRole('menuitem', { name: /back/ }));
		expect(onclose).toHaveBeenLastCalledWith(false);
		expect([late, comment, zero].some((each) => each.mock.calls.length)).toBe(false);
	});

	it('keeps the keys that it does not know to itself', async () => {
		const heard = vi.fn();
		window.addEventListener('keydown', heard);
		await user.keyboard('[[x');
		expect(heard).not.toHaveBeenCalled();
		window.removeEventListener('keydown', heard);
	});
});

describe('a menu that has not come yet', () => {
	beforeEach(cleanup);

	it('is done with when one goes elsewhere', async () => {
		render(Menu, { acts, beside: new DOMRect(100, 100, 47, 33), onclose });
		await fireEvent.pointerDown(document.body);
		expect(onclose).toHaveBeenCalledExactlyOnceWith(true);
	});

	it('does an act by its letter, and lets no other key go anywhere', async () => {
		const heard = vi.fn();
		window.addEventListener('keydown', heard);
		render(Menu, { acts, beside: new DOMRect(100, 100, 47, 33), onclose });
		await fireEvent.keyDown(document.body, { key: 'x' });
		await fireEvent.keyDown(document.body, { key: 'c' });
		await vi.waitFor(() => expect(comment).toHaveBeenCalledOnce());
		expect(heard).not.toHaveBeenCalled();
		window.removeEventListener('keydown', heard);
	});
});
