import { beforeEach, describe, expect, it } from 'vitest';
import { letters } from './letters.svelte';

const press = (key: string, more: KeyboardEventInit = {}) =>
	letters.of(new KeyboardEvent('keydown', { key, ...more }));

beforeEach(() => (letters.way = 'alone'));

describe('keys of one letter', () => {
	it('work by themselves, and leave those of the browser alone', () => {
		expect(press('w')).toBe('w');
		expect(press('w', { ctrlKey: true })).toBeNull();
		expect(press('w', { altKey: true })).toBeNull();
	});

	it('work with Alt alone where somebody chose that, whatever letter the machine makes of it', () => {
		letters.way = 'alt';
		expect(press('w')).toBeNull();
		expect(press('∑', { altKey: true, code: 'KeyW' })).toBe('w');
		expect(press('“', { altKey: true, code: 'BracketLeft' })).toBe('[');
		expect(press('1', { altKey: true, code: 'Digit1' })).toBeNull();
	});

	it('can be turned off', () => {
		letters.way = 'off';
		expect([press('w'), press('w', { altKey: true, code: 'KeyW' })]).toEqual([null, null]);
	});
});
