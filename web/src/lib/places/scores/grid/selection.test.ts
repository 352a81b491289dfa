import { describe, expect, it } from 'vitest';
import type { Cell } from '$lib/class/entering.svelte';
import { actOf, Selection } from './selection.svelte';

function made(rows = 3, columns = 2): { selection: Selection; entered: [Cell, string][] } {
	const entered: [Cell, string][] = [];
	const selection = new Selection(
		() => ({ rows, columns }),
		(cell, text) => entered.push([{ ...cell }, text])
	);
	return { selection, entered };
}

const key = (name: string, more = {}) => ({
	key: name,
	shiftKey: false,
	ctrlKey: false,
	metaKey: false,
	altKey: false,
	...more
});

describe('keys in the grid', () => {
	it('enter what is typed and go on, stopping at the edges', () => {
		const { selection, entered } = made();
		selection.typed = '17';
		selection.move(1, 0);
		selection.typed = '18';
		selection.move(9, 0);
		expect(entered).toEqual([
			[{ row: 0, column: 0 }, '17'],
			[{ row: 1, column: 0 }, '18']
		]);
		expect(selection.at).toEqual({ row: 2, column: 0 });
	});

	it('go along the row with Tab, on to the next, and out of the grid at its end', () => {
		const { selection } = made();
		for (let press = 0; press < 5; press++) expect(selection.step(1)).toBe(true);
		expect(selection.at).toEqual({ row: 2, column: 1 });
		expect(selection.step(1)).toBe(false);
		expect(made().selection.step(-1)).toBe(false);
	});

	it('enter nothing on Esc', () => {
		const { selection, entered } = made();
		selection.typed = '5';
		selection.drop();
		selection.move(1, 0);
		expect(entered).toEqual([]);
	});

	it.each([
		['ArrowDown', null, false, { kind: 'move', rows: 1, columns: 0 }],
		['Enter', '7', false, { kind: 'move', rows: 1, columns: 0 }],
		['ArrowLeft', '7', false, { kind: 'move', rows: 0, columns: -1 }],
		['ArrowLeft', '7', true, null],
		['Tab', '7', false, { kind: 'step', by: 1 }],
		['a', null, false, { kind: 'type', text: 'a' }],
		['a', '7', false, null],
		['Delete', null, false, { kind: 'clear' }],
		['Delete', '7', false, null],
		['F2', null, false, { kind: 'edit' }],
		[' ', null, false, { kind: 'menu' }],
		[' ', '7', false, null],
		['Escape', '7', false, { kind: 'drop' }]
	] as const)('%s while %s is typed', (name, typed, isPlaced, act) => {
		expect(actOf(key(name), typed, isPlaced)).toEqual(act);
	});

	it('choose all with Ctrl A, and leave it to the field where something is typed', () => {
		const key = { key: 'a', shiftKey: false, ctrlKey: true, metaKey: false, altKey: false };
		expect(actOf(key, null, false)).toEqual({ kind: 'all' });
		expect(actOf(key, '12', false)).toBeNull();
	});

	it('begin a cell with AltGr, and leave an input method its keys', () => {
		const bare = { shiftKey: false, ctrlKey: true, metaKey: false, altKey: true };
		const altGr = { ...bare, key: '[', getModifierState: (name: string) => name === 'AltGraph' };
		expect(actOf(altGr, null, false)).toEqual({ kind: 'type', text: '[' });
		const plain = { ...bare, ctrlKey: false, altKey: false };
		expect(actOf({ ...plain, key: 'Process' }, null, false)).toEqual({ kind: 'type', text: '' });
		expect(actOf({ ...plain, key: 'Process' }, '', false)).toBeNull();
		expect(actOf({ ...plain, key: 'Enter', isComposing: true }, '', false)).toBeNull();
	});

	it('turn round with Shift and leave Ctrl and Alt to the browser', () => {
		expect(actOf(key('Enter', { shiftKey: true }), null, false)).toEqual({
			kind: 'move',
			rows: -1,
			columns: 0
		});
		expect(actOf(key('Tab', { shiftKey: true }), null, false)).toEqual({ kind: 'step', by: -1 });
		expect(actOf(key('z', { ctrlKey: true }), null, false)).toBeNull();
		expect(actOf(key('ArrowDown', { altKey: true }), null, false)).toBeNull();
	});
});

describe('cells that move under one', () => {
	const below = ({ row, column }: Cell) => ({ row: row + 1, column });

	it('take along where one is, what one types and the rectangle', () => {
		const { selection, entered } = made();
		selection.extend(1, 1);
		selection.typed = '7';
		expect(selection.follow(below)).toBe(true);
		expect([selection.at, selection.anchor]).toEqual([
			{ row: 2, column: 1 },
			{ row: 1, column: 0 }
		]);
		expect(entered).toEqual([]);
		selection.keep();
		expect(entered).toEqual([[{ row: 2, column: 1 }, '7']]);
	});

	it('keep what was typed when they go, and leave one inside the grid', () => {
		const { selection, entered } = made(1);
		selection.at = { row: 2, column: 0 };
		selection.typed = '7';
		expect(selection.follow(() => null)).toBe(false);
		expect(entered).toEqual([[{ row: 2, column: 0 }, '7']]);
		expect(selection.at).toEqual({ row: 0, column: 0 });
	});

	it('end a rectangle that lost a corner', () => {
		const { selection } = made();
		selection.extend(1, 0);
		selection.follow((cell) => (cell.row ? cell : null));
		expect([selection.at, selection.anchor]).toEqual([{ row: 1, column: 0 }, null]);
	});
});
