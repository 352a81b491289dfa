import { waitFor } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { rows } from './rows';

const user = userEvent.setup();
let leave: (() => void) | void;

beforeEach(() => {
	const row = (name: string) =>
		`<tr data-row><td><input type="checkbox" aria-label="choose ${name}"></td><td><input aria-label="${name}" value="${name}"></td>` +
		`<td><button role="combobox" aria-label="in ${name}">A</button></td><td><input aria-label="points ${name}" value="20"></td></tr>`;
	const group =
		'<tr data-row><th colspan="3"><input type="checkbox" aria-label="choose all"><input aria-label="trees"></th>' +
		'<td><input aria-label="weight"></td></tr>';
	document.body.innerHTML = `<button>before</button><table>${['oak', 'beet'].map(row).join('')}${group}${row('ash')}</table><button>after</button>`;
	leave = rows(document.querySelector('table')!);
});
afterEach(() => leave?.());

const here = () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent;
const press = async (...keys: string[]) => {
	for (const key of keys) await user.keyboard(key);
	return here();
};

describe('rows of fields', () => {
	it('are one Tab stop each', async () => {
		document.querySelector('button')!.focus();
		await user.tab();
		expect(here()).toBe('oak');
		await user.tab();
		expect(here()).toBe('beet');
		await user.tab({ shift: true });
		await user.tab({ shift: true });
		expect(here()).toBe('before');
	});

	it('are gone through by arrows, in a text from its ends, and down with Enter', async () => {
		document.querySelector<HTMLInputElement>('[aria-label=oak]')!.select();
		document.querySelector<HTMLInputElement>('[aria-label=oak]')!.focus();
		expect(await press('{ArrowRight}', '{ArrowRight}')).toBe('points oak');
		expect(await press('{ArrowDown}')).toBe('points beet');
		// A row of wider cells is passed through without leaving the column.
		expect(await press('{Enter}')).toBe('weight');
		expect(await press('{ArrowDown}')).toBe('points ash');
		expect(await press('{ArrowUp}', '{ArrowUp}', '{Shift>}{Enter}{/Shift}')).toBe('points oak');
		// The next row's stop is in the column that one is in.
		await user.tab();
		expect(here()).toBe('points beet');
	});

	it('keep their place when the row one is in goes away', async () => {
		const field = document.querySelector<HTMLInputElement>('[aria-label="points beet"]')!;
		field.focus();
		field.closest('tr')!.remove();
		await waitFor(() => expect(here()).toBe('weight'));
		expect(await press('{ArrowUp}')).toBe('points oak');
	});

	it('leave a caret in the middle of a text to the text', async () => {
		const field = document.querySelector<HTMLInputElement>('[aria-label=oak]')!;
		field.focus();
		field.setSelectionRange(1, 1);
		expect(await press('{ArrowRight}')).toBe('oak');
	});
});
