import { createRawSnippet, tick } from 'svelte';
import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import Dialog from './Dialog.svelte';

const user = userEvent.setup();
const open = (inside: string, asks = false) =>
	render(Dialog, {
		open: true,
		asks,
		title: 'Begin comments alike',
		children: createRawSnippet(() => ({ render: () => `<form>${inside}</form>` }))
	});
const focused = () => document.activeElement;

describe('a dialog', () => {
	it('that is there to write in is written in at once', async () => {
		open('<input type="checkbox" aria-label="Each" /><textarea aria-label="Text"></textarea>');
		await waitFor(() => expect(focused()).toBe(screen.getByLabelText('Text')));
		expect(screen.getByRole('dialog', { name: 'Begin comments alike' })).toBeTruthy();
	});

	it('that is there to read begins where it is closed, and closes with Esc', async () => {
		open('<p>Two grades change.</p><button>Give them</button>');
		await tick();
		expect(focused()?.textContent).toContain('Close');
		await user.keyboard('{Escape}');
		await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
	});

	it('that asks is an alert, which a press beside it does not answer', async () => {
		open('<button>Delete it</button>', true);
		expect(await screen.findByRole('alertdialog', { name: 'Begin comments alike' })).toBeTruthy();
		await fireEvent.pointerDown(document.body);
		await fireEvent.click(document.body);
		expect(screen.getByRole('alertdialog')).toBeTruthy();
		await user.keyboard('{Escape}');
		await waitFor(() => expect(screen.queryByRole('alertdialog')).toBeNull());
	});
});
