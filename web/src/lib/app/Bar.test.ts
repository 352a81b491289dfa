import 'fake-indexeddb/auto';
// What takes long to read stands ready, so that a test waits for what it holds back alone.
import 'bits-ui';
import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import Around from '$lib/tests/Around.svelte';
import Bar from './Bar.svelte';
import { places } from './places';

/** The palette's code, held back until a test lets it come. */
const { code } = vi.hoisted(() => ({ code: { comes: Promise.resolve() } }));
vi.mock('./Palette.svelte', async (original) => {
	await code.comes;
	return original();
});
vi.mock('$app/navigation', () => ({ goto: vi.fn() }));
vi.mock('$app/state', () => ({
	page: {
		params: { id: '2' },
		route: { id: '/class/[id]/plan' },
		url: new URL('http://localhost/class/2/plan')
	}
}));
vi.mock('./session.svelte', () => ({
	signed: { teaches: true, keepsRecords: false, current: { classes: [{ id: 2, name: 'Choir', section: 'B' }], schools: [], children: [] } }
})); // prettier-ignore
vi.stubGlobal('fetch', async () => Response.json([]));

places.all = [{ name: 'report', title: 'Report', of: 'trail' }];
const user = userEvent.setup();
const heard = vi.fn();
const options = () => screen.queryAllByRole('option').map((each) => each.textContent.trim());
let cell: HTMLElement;

beforeEach(() => {
	cell = document.body.appendChild(document.createElement('div'));
	cell.addEventListener('keydown', heard);
	cell.tabIndex = 0;
	cell.focus();
	heard.mockClear();
});
afterEach(() => cell.remove());

describe('the palette, opened from the bar', () => {
	it('gets what is typed while its code is on its way, and the place where one was gets none of it', async () => {
		let come = () => {};
		code.comes = new Promise((resolve) => (come = resolve));
		render(Around, { part: Bar, given: {} });
		await user.keyboard('{Control>}k{/Control}');
		await user.keyboard('rex{Backspace}p');
		expect(screen.queryByRole('combobox')).toBeNull();
		come();
		await waitFor(() => expect(options()).toEqual(['Reportof Choir B']));
		expect(screen.getByRole<HTMLInputElement>('combobox').value).toBe('rep');
		expect(heard.mock.calls.map(([event]) => event.key)).toEqual(['Control', 'k']);
		await user.keyboard('{Escape}');
		await waitFor(() => expect(screen.queryByRole('combobox')).toBeNull());
	});

	it('takes the focus as it appears', async () => {
		render(Around, { part: Bar, given: {} });
		await fireEvent.click(screen.getByRole('button', { name: /Find/ }));
		await user.keyboard('rep');
		await waitFor(() => expect(options()).toEqual(['Reportof Choir B']));
		expect(heard).not.toHaveBeenCalled();
	});
});
