import { describe, expect, it } from 'vitest';
import { keyed } from './keys';

describe('keys in words', () => {
	it('are named as they stand on the keyboard', () => {
		expect(keyed('Pasted. Ctrl Z takes it back.', true)).toBe('Pasted. ⌘ Z takes it back.');
		expect(keyed('Alt ↑, Alt ↓', true)).toBe('⌥ ↑, ⌥ ↓');
		expect(keyed('Ctrl Z, Ctrl Y', false)).toBe('Ctrl Z, Ctrl Y');
	});
});
