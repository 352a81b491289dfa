import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import AdjustSteps from './AdjustSteps.svelte';

const steps = [
	{ kind: 'add', amount: '2' },
	{ kind: 'multiply', factor: '1.1' },
	{ kind: 'ceiling', percent: '100' }
];

it('says by each step what mean it finds and leaves', () => {
	render(AdjustSteps, { steps, means: ['70.0', '72.0', '79.2', '78.9'], onchange: vi.fn() });
	expect(screen.getAllByText(/^mean/).map((each) => each.textContent)).toEqual([
		'mean 70.0 → 72.0',
		'mean 72.0 → 79.2',
		'mean 79.2 → 78.9'
	]);
});

it('takes a step before the one above it, and away, from what is there by then', async () => {
	const made: unknown[] = [];
	const later = [...steps, { kind: 'root' }];
	render(AdjustSteps, { steps, onchange: (make) => made.push(make(later)) });
	await userEvent.click(screen.getByRole('button', { name: 'Move step 3 up' }));
	await userEvent.click(screen.getByRole('button', { name: 'Remove step 1' }));
	expect(made).toEqual([[steps[0], steps[2], steps[1], later[3]], later.slice(1)]);
	expect(screen.queryByRole('button', { name: 'Move step 1 up' })).toBeNull();
	expect(screen.queryByText(/^mean/)).toBeNull();
});
