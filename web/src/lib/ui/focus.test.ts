import { afterEach, describe, expect, it, vi } from 'vitest';
import userEvent from '@testing-library/user-event';
import { goTo } from './focus';

const user = userEvent.setup();
const heard = vi.fn();

/** A cell with the focus, which hears what is typed. */
function inCell(): HTMLElement {
	const cell = document.body.appendChild(document.createElement('div'));
	cell.tabIndex = 0;
	cell.addEventListener('keydown', (event) => heard(event.key));
	cell.focus();
	return cell;
}

function add(role: string | null, tag = 'textarea'): HTMLElement {
	const made = document.createElement(tag);
	if (role) made.setAttribute('role', role);
	return document.body.appendChild(made);
}

afterEach(() => {
	document.body.innerHTML = '';
	heard.mockClear();
});

describe('going to a field', () => {
	it('goes at once to one that is there', async () => {
		const field = add(null);
		void goTo(() => field);
		expect(document.activeElement).toBe(field);
	});

	it('puts what is typed before it comes into it, and into nothing else', async () => {
		inCell();
		let field: HTMLElement | null = null;
		const changed = vi.fn();
		const going = goTo(() => field);
		await user.keyboard('welx{Backspace}l{Delete}{ArrowDown} done');
		field = add(null);
		(field as HTMLTextAreaElement).value = 'Last time: ';
		field.addEventListener('input', changed);
		await going;
		expect((field as HTMLTextAreaElement).value).toBe('Last time: well done');
		expect(changed).toHaveBeenCalledOnce();
		expect(heard).not.toHaveBeenCalled();
		// From then on it is as ever.
		await user.keyboard('!');
		expect((field as HTMLTextAreaElement).value).toBe('Last time: well done!');
	});

	it('waits for the dialog in front to close, unless it is in that one', async () => {
		const field = add(null);
		const dialog = add('dialog', 'div');
		const inside = dialog.appendChild(document.createElement('input'));
		void goTo(() => inside);
		expect(document.activeElement).toBe(inside);
		const going = goTo(() => field);
		expect(document.activeElement).toBe(inside);
		dialog.remove();
		await going;
		expect(document.activeElement).toBe(field);
	});

	it('does not wait for a dialog that has given the focus back and is about to go', async () => {
		const field = add(null);
		const cell = inCell();
		const dialog = add('dialog', 'div');
		const inside = dialog.appendChild(document.createElement('input'));
		dialog.dataset['state'] = 'closed';
		inside.focus();
		const going = goTo(() => field);
		expect(document.activeElement).toBe(inside);
		cell.focus();
		await going;
		expect(document.activeElement).toBe(field);
	});

	it('waits for one field at a time: another one gets what is typed from then on', async () => {
		inCell();
		const lost = vi.fn();
		let field: HTMLElement | null = null;
		const first = goTo(() => null, lost);
		await user.keyboard('seen');
		const second = goTo(() => field);
		await user.keyboard('late');
		field = add(null);
		await Promise.all([first, second]);
		expect((field as HTMLTextAreaElement).value).toBe('late');
		expect(lost).toHaveBeenCalledExactlyOnceWith('seen');
		expect(heard).not.toHaveBeenCalled();
	});

	it('waits beyond its patience as long as the field is said to be coming, and no longer', async () => {
		let now = 0;
		const clock = vi.spyOn(performance, 'now').mockImplementation(() => (now += 2_000));
		let field: HTMLElement | null = null;
		let times = 0;
		const isThere = await goTo(() => field, undefined, () => {
			if (++times === 5) field = add(null);
			return times < 5;
		}); // prettier-ignore
		expect(isThere).toBe(true);
		expect(document.activeElement).toBe(field);
		expect(await goTo(() => null)).toBe(false);
		clock.mockRestore();
	});

	it('is called off by Esc or the mouse; says what was typed for a field that does not come', async () => {
		const cell = inCell();
		const lost = vi.fn();
		const going = goTo(() => null, lost);
		await user.keyboard('seen{Escape}');
		await going;
		expect(lost).not.toHaveBeenCalled();
		const again = goTo(() => null, lost);
		await user.keyboard('seen');
		await user.click(cell);
		await again;
		expect(lost).toHaveBeenLastCalledWith('seen');
		vi.spyOn(performance, 'now').mockReturnValueOnce(0).mockReturnValue(60_000);
		await goTo(() => null, lost);
		expect(lost).toHaveBeenLastCalledWith('');
		await user.keyboard('7');
		expect(heard).toHaveBeenCalledExactlyOnceWith('7');
	});
});
