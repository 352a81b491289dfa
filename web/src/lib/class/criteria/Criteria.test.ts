import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import Criteria from './Criteria.svelte';
import { allLevels, oneLevel } from './typed';

const user = userEvent.setup();
const level = (name: string, points: string) => ({ name, points, wording: `${name} in words` });
const criteria = ['Idea', 'Making'].map((name) => ({
	name, points: '4', description: '', standard: null, levels: [level('thin', '1'), level('rich', '4')]
})); // prettier-ignore

function open(chosen = [0, 0]) {
	const told = { onchoose: vi.fn(), onnext: vi.fn() };
	render(Criteria, { id: 'here', criteria, chosen, ...told });
	screen.getByRole('radiogroup', { name: 'Idea, 4 points' }).focus();
	return told;
}

it('takes one key a level, goes on to the next criterion, and Enter on to the next paper', async () => {
	const { onchoose, onnext } = open();
	await user.keyboard('21{Enter}');
	expect(onchoose.mock.calls).toEqual([
		[0, 2],
		[1, 1]
	]);
	expect(onnext).toHaveBeenCalledOnce();
});

it('leaves alone what is no level, and takes one away', async () => {
	const { onchoose } = open([2, 0]);
	await user.keyboard('37{Delete}{ArrowLeft}');
	expect(onchoose.mock.calls).toEqual([
		[0, 0],
		[0, 1]
	]);
	await user.click(screen.getByRole('radio', { name: 'rich, 4 points: rich in words', checked: true }));
	expect(onchoose).toHaveBeenLastCalledWith(0, 0);
});

it('says the wording of what is chosen, and types levels as strokes', () => {
	open([2, 1]);
	expect(screen.getByText('rich in words')).toBeTruthy();
	expect([oneLevel(1, 3), oneLevel(0, 0), allLevels([2, 0, 1])]).toEqual(['//3', '/-', '/2//1']);
});
