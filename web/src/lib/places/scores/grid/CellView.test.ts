import { render } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import type { Problem, Waiting } from '$lib/app/saving/queue';
import { cellOf } from '$lib/tests/grid';
import CellView from './CellView.svelte';

type Cell = Parameters<typeof cellOf>[0];

function shown(
	cell: Cell,
	more: { pending?: Partial<Waiting>; problem?: Partial<Problem>; isAdjusted?: boolean } = {}
) {
	const { container } = render(CellView, {
		cell: cellOf(cell), places: 0, isAdjusted: more.isAdjusted ?? true,
		pending: more.pending && ({ text: null, ...more.pending } as Waiting), problem: more.problem as Problem
	}); // prettier-ignore
	const titles = [...container.querySelectorAll('[title]')].map((each) => each.getAttribute('title'));
	const value = container.querySelector('.value');
	return {
		text: container.textContent!.trim(),
		titles,
		classes: value?.className.split(' ') ?? [],
		container
	};
}

describe('a cell', () => {
	it('tells three kinds of blank apart, and work that is not the student’s', () => {
		expect(shown({}).titles).toEqual([]);
		expect(shown({ state: 'past_due' }).titles).toEqual(['past due']);
		expect(shown({ state: 'missing' }).titles).toEqual(['missing']);
		expect(shown({ state: 'not_assigned' }).text).toBe('—');
	});

	it('shows a missing code as the code', () => {
		expect(shown({ state: 'missing', text: 'MI' })).toMatchObject({ text: 'MI', titles: [] });
	});

	it('shows both numbers of an adjusted score, the one entered smaller, or that alone', () => {
		const { text, container } = shown({ text: '12', adjusted: '14.4' });
		expect(text).toBe('1214.4');
		expect(container.querySelector('small')?.textContent).toBe('12');
		expect(shown({ text: '12', adjusted: '14.4' }, { isAdjusted: false }).text).toBe('12');
	});

	it('strikes through what is dropped', () => {
		expect(shown({ text: '12', dropped: true }).classes).toContain('dropped');
		expect(shown({ text: '12' }).classes).not.toContain('dropped');
	});

	it('shows flag and comment as they are, or as they will be once they are saved', () => {
		expect(shown({ text: '12', flag: 'late', comment: 'Well drawn.' }).titles).toEqual([
			'late',
			'has a comment'
		]);
		expect(shown({ text: '12' }, { pending: { flag: 'absent', comment: 'Well.' } }).titles).toEqual([
			'absent',
			'has a comment'
		]);
		expect(
			shown({ flag: 'late', comment: 'Well drawn.' }, { pending: { flag: '', comment: '' } }).titles
		).toEqual([]);
	});

	it('shows what waits in place of what is saved, and not as adjusted, dropped or blank', () => {
		const waits = shown(
			{ text: '12', adjusted: '14', dropped: true, state: 'missing' },
			{ pending: { text: '9' } }
		);
		expect(waits.text).toBe('9');
		expect(waits.classes).not.toContain('dropped');
		expect(waits.container.querySelector('.waiting')).not.toBeNull();
		expect(shown({ text: '12' }, { pending: { text: '' } }).text).toBe('');
	});

	it('leaves the saved score where only a comment waits', () => {
		const waits = shown({ text: '12', adjusted: '14' }, { pending: { comment: 'Well.' } });
		expect(waits.text).toBe('1214');
		expect(waits.container.querySelector('.waiting')).not.toBeNull();
	});

	it('keeps what could not be read, and marks it', () => {
		const wrong = shown({ text: '12', slip: 'Above the points.' }, { problem: { typed: '12,5,3' } });
		expect(wrong.text).toBe('12,5,3');
		expect(wrong.classes).toContain('wrong');
		expect(wrong.container.querySelectorAll('.diamond')).toHaveLength(1);
		expect(
			shown({ text: '21', slip: 'Above the points.' }).container.querySelector('.diamond')
		).not.toBeNull();
	});
});
