import 'fake-indexeddb/auto';
import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { saving } from '$lib/app/saving/saving.svelte';
import BesideField from './BesideField.svelte';

const place = { classId: 1, student: 2, assignment: 3 };
const user = userEvent.setup();
const enter = vi.spyOn(saving, 'enter').mockResolvedValue();

function open(saved = '', phrases: string[] = []) {
	const given = {
		id: 'one',
		heading: 'Comment',
		what: 'comment' as const,
		place,
		term: 7,
		version: 4,
		placeholder: 'Nothing',
		phrases
	};
	return render(BesideField, { ...given, saved });
}

const entered = () => enter.mock.calls.map(([typed]) => typed);
const field = () => screen.getByLabelText<HTMLTextAreaElement>('Comment');

beforeEach(() => enter.mockClear());

describe('a text beside a score', () => {
	it('is entered when one leaves it, on what stood there', async () => {
		open('Well');
		await user.type(field(), ' seen. ');
		expect(entered()).toEqual([]);
		await user.tab();
		expect(entered()).toEqual([
			{ ...place, version: 4, text: null, comment: 'Well seen.', was: { comment: 'Well' } }
		]);
	});

	it('is not entered where nothing was changed', async () => {
		open('Well seen.');
		await user.type(field(), ' x{Backspace}');
		await user.tab();
		expect(entered()).toEqual([]);
	});

	it('goes back to what stood there on Esc', async () => {
		open('Well seen.');
		await user.type(field(), ' Or not?{Escape}');
		expect(field().value).toBe('Well seen.');
		await user.tab();
		expect(entered()).toEqual([]);
	});

	it('stays one’s own while a colleague’s arrives, and tells on what it was written', async () => {
		const { rerender } = open('');
		await user.type(field(), 'Mine');
		await rerender({ saved: 'Theirs.' });
		expect(field().value).toBe('Mine');
		await user.tab();
		expect(entered()).toMatchObject([{ comment: 'Mine', was: { comment: '' } }]);
	});

	it('shows what arrives while nothing is typed', async () => {
		const { rerender } = open('');
		await rerender({ saved: 'Theirs.' });
		expect(field().value).toBe('Theirs.');
	});

	it('is entered when it goes, as one goes to another cell', async () => {
		const { unmount } = open('');
		await user.type(field(), 'Mine');
		unmount();
		expect(entered()).toMatchObject([{ comment: 'Mine' }]);
	});

	it('offers phrases, by what is typed, and takes one by a press', async () => {
		open('', ['Neat and complete.', 'Check the north arrow.']);
		await user.type(field(), 'north');
		expect(screen.getAllByRole('listitem').map((each) => each.textContent.trim())).toEqual([
			'Check the north arrow.'
		]);
		await user.click(screen.getByRole('button', { name: 'Check the north arrow.' }));
		expect(entered()).toMatchObject([{ comment: 'Check the north arrow.', was: { comment: '' } }]);
	});
});
