import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import Problems from './Problems.svelte';
import type { Problem } from './queue';
import { saving } from './saving.svelte';

const user = userEvent.setup();
const resolve = vi.spyOn(saving, 'resolve').mockResolvedValue();
const problem = (more: Partial<Problem>): Problem => ({
	classId: 1, student: 2, assignment: 3, id: '1', person: 1, term: 7, what: 'score', typed: '9', message: 'Bo entered 8 meanwhile.',
	theirs: { text: '8', version: 3, who: 'Bo', at: '' }, ...more
}); // prettier-ignore
const open = (...problems: Problem[]) => render(Problems, { problems, name: () => 'Tolu Adeyemi, W 1' });

beforeEach(() => resolve.mockClear());

describe('entries that were not saved', () => {
	it('shows both scores, and either is taken by a press', async () => {
		const mine = problem({});
		open(mine);
		expect(screen.getByRole('alert').textContent).toContain('Bo entered 8 meanwhile. You typed 9.');
		await user.click(screen.getByRole('button', { name: /Keep 8/ }));
		await user.click(screen.getByRole('button', { name: /Put 9/ }));
		expect(resolve.mock.calls).toEqual([
			[mine, null],
			[mine, '9']
		]);
	});

	it('settles the first by a key, and leaves the keys alone where there is no conflict', async () => {
		const first = problem({});
		const { rerender } = open(first, problem({ id: '2', typed: '5' }));
		await user.keyboard('{Alt>}2{/Alt}');
		expect(resolve.mock.calls).toEqual([[first, '9']]);
		await rerender({ problems: [problem({ theirs: null })] });
		await user.keyboard('{Alt>}1{/Alt}');
		expect(resolve).toHaveBeenCalledOnce();
	});

	it('says of a comment that it is one, and does not put it on a button', async () => {
		const theirs = { text: 'Theirs.', version: 3, who: 'Bo', at: '' };
		open(
			problem({
				what: 'comment',
				typed: 'Mine.',
				theirs,
				message: 'Bo wrote another comment: Theirs. meanwhile.'
			})
		);
		expect(screen.getAllByRole('button').map((each) => each.textContent.trim())).toEqual([
			'Keep theirsAlt 1',
			'Put yoursAlt 2'
		]);
	});

	it('keeps what was typed beside the reason why it was refused', async () => {
		const long = problem({
			what: 'note',
			typed: 'far too long',
			theirs: null,
			message: 'This has 2001 characters.'
		});
		open(problem({ typed: '12,5,3', theirs: null, message: '12,5,3 is not a number.' }), {
			...long,
			id: '2'
		});
		const [score, note] = screen.getAllByRole('alert');
		expect(score!.textContent).toContain('12,5,3 is not a number. What was there is unchanged.');
		expect(note!.textContent).toContain('You wrote far too long');
		await user.click(screen.getByRole('button', { name: 'Let 12,5,3 go' }));
		expect(resolve.mock.calls).toMatchObject([[{ typed: '12,5,3' }, null]]);
	});
});
