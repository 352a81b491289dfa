import { describe, expect, it } from 'vitest';
import type { Draft } from '../keeping';
import { summary } from './words';

const draft = (counts: Record<string, number>) => ({ counts }) as unknown as Draft;

describe('what a file would change', () => {
	it('is said in a sentence, one and many', () => {
		expect(summary(draft({ come: 6, move: 2, leave: 3, rename: 1, unread: 2 }))).toBe(
			'6 students would come, 2 change section, 3 leave, 1 is renamed; 2 lines cannot be read.'
		);
		expect(summary(draft({ class: 1, move: 1, leave: 1, guardian: 1 }))).toBe(
			'1 class would be made, 1 changes section, 1 leaves, 1 guardian would be added.'
		);
	});

	it('is nothing where the file says what is there', () => {
		expect(summary(draft({}))).toBe('all is as it says already.');
		expect(summary(draft({ unread: 1 }))).toBe('1 line cannot be read.');
	});
});
