import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Would } from './words';
import ConsequenceDialog from './ConsequenceDialog.svelte';
import { consequence } from './consequence.svelte';

let leaving = (): void => {};
vi.mock('$app/navigation', () => ({ beforeNavigate: (told: () => void) => (leaving = told) }));

const user = userEvent.setup();
const act = vi.fn();
const would: Would = { grades: 1, up: 0, down: 1, marks: 0, changes: [], elsewhere: [] };
const ask = (more: object = {}) => {
	consequence.current = {
		classId: 1,
		term: 7,
		title: 'Walk 1: 0 for 3',
		verb: 'Give 0 to 3',
		called: (student) => `Student ${student}`,
		act,
		would,
		...more
	};
	render(ConsequenceDialog);
};

beforeEach(() => {
	act.mockClear();
	consequence.current = null;
});

describe('what is shown before grades change in number', () => {
	it('is done by the button that says what it does, once', async () => {
		ask();
		await user.click(screen.getByRole('button', { name: 'Give 0 to 3' }));
		expect(act).toHaveBeenCalledOnce();
		expect(consequence.current).toBeNull();
	});

	it('leaves everything as it is where one does not want it', async () => {
		ask();
		await user.click(screen.getByRole('button', { name: 'Leave everything as it is' }));
		expect(act).not.toHaveBeenCalled();
		expect(consequence.current).toBeNull();
	});

	it('is not taken along to another page, where it would be agreed to unseen', () => {
		ask();
		leaving();
		expect(consequence.current).toBeNull();
		expect(act).not.toHaveBeenCalled();
	});

	it('says that it cannot say which grades change where nobody answers', () => {
		ask({ would: null });
		expect(screen.getByText(/Without a connection it cannot be said/)).toBeTruthy();
	});
});
