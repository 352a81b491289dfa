import { beforeEach, describe, expect, it } from 'vitest';
import { Asides } from './aside.svelte';
import { fromTo, heldApart, levelHeight, levels, rowOf, said, writtenApart, type Dot } from './line';
import { asSvg } from './picture';

const dotOf = (id: number, percent: string | null, more: Partial<Dot> = {}): Dot => ({
	student_id: id, given_name: 'Una', family_name: 'Fir', alias: '77', number: null,
	now: percent === null ? null : { percent, place: Number(percent), mark: 'B' },
	then: null, move: 'stays', is_lower: false, override: null, reason: '', ...more
}); // prettier-ignore

describe('dots that would touch', () => {
	it('stand on each other, from the lowest, and come down where there is room again', () => {
		expect(levels([0, 4, 8, 30])).toEqual([0, 1, 2, 0]);
		expect(levels([0, 4, 11])).toEqual([0, 1, 0]);
		expect(levels([30, 0, 4])).toEqual([0, 0, 1]);
		expect(levels([])).toEqual([]);
	});

	it('are all there where forty stand on one value, in a stack of bounded height', () => {
		const found = levels(Array<number>(40).fill(12));
		expect(new Set(found).size).toBe(40);
		expect(Math.max(...found) * levelHeight(found.map((each) => each + 1))).toBeLessThanOrEqual(120);
	});
});

describe('where fifteen marks lie on a narrow line', () => {
	it('those minimums can be taken hold of that stand apart', () => {
		expect(heldApart([0, 9, 18, 27, 60, 90])).toEqual([true, false, false, true, true, true]);
		expect(heldApart([0, 23, 46])).toEqual([true, true, true]);
		expect(heldApart([])).toEqual([]);
	});

	it('marks that somebody has are written before those that nobody has, and none over another', () => {
		const at = (mark: string, middle: number, isHad = false) => ({ mark, middle, isHad });
		expect([...writtenApart([at('E', 0), at('D−', 10, true), at('D', 20, true), at('C', 40)])]).toEqual([
			'D−',
			'C'
		]);
		expect([...writtenApart([at('Withheld', 80), at('Pass', 200)])]).toEqual(['Withheld', 'Pass']);
		expect(writtenApart([at('Withheld', 80, true), at('Pass', 120, true)]).size).toBe(1);
	});
});

describe('what is said of a dot', () => {
	it('is the name, where it stands and would stand, and what was put in its place', () => {
		const dot = dotOf(1, '82.0', { then: { percent: '84.3', place: 84.3, mark: 'B+' }, override: 'A' });
		expect(said(dot, false)).toBe('Una Fir, 82.0 %, B → 84.3 %, B+, A was put in place of the grade');
		expect(said(dotOf(1, '82.0', { number: '8208' }), false)).toContain('Una Fir (8208)');
		expect(fromTo(dotOf(1, null))).toBe('no number');
	});

	it('names nobody where aliases stand for names', () => {
		expect(said(dotOf(1, '82.0'), true)).toBe('77, 82.0 %, B');
	});
});

it('a row has those who have a number', () => {
	const dots = [dotOf(1, '82.0'), dotOf(2, null)];
	expect(rowOf('now', 'now', { dots, figures: null }, 'now').dots.map(({ dot }) => dot.student_id)).toEqual([
		1
	]);
	expect(rowOf('then', 'then', { dots, figures: null }, 'then').dots).toEqual([]);
});

describe('what is put aside', () => {
	beforeEach(() => localStorage.clear());

	it('is kept under a letter of its own, three at the most, each place its own', () => {
		const aside = new Asides('1 term 2');
		for (const amount of ['1', '2', '3', '4']) aside.add([{ kind: 'add', amount }], {});
		expect(aside.all.map((each) => each.name)).toEqual(['Try A', 'Try B', 'Try C']);
		expect(aside.isFull).toBe(true);
		aside.forget(aside.all[1]!);
		aside.rename(aside.all[0]!, '  milder ');
		aside.rename(aside.all[1]!, '  ');
		const again = new Asides('1 term 2');
		expect(again.all.map((each) => each.name)).toEqual(['milder', 'Try C']);
		again.add([], { A: '89' });
		expect(again.all.map((each) => each.name)).toEqual(['milder', 'Try C', 'Try A']);
		expect(new Asides('1 term 3').all).toEqual([]);
	});

	it('is nothing where what was kept cannot be read', () => {
		localStorage.setItem('hoarfrost curves aside 1 term 2', '{');
		expect(new Asides('1 term 2').all).toEqual([]);
	});
});

it('a picture carries its colours and no names', () => {
	document.body.innerHTML = `<svg viewBox="0 0 90 40" role="listbox" aria-label="Students" class="line">
		<g role="option" aria-label="Una Fir, 82.0 %" id="x-1"><circle style="fill: rgb(1, 2, 3)" r="5" /></g></svg>`;
	const drawing = document.querySelector('svg')!;
	Object.defineProperty(drawing, 'viewBox', { value: { baseVal: { width: 90, height: 40 } } });
	const text = asSvg(drawing);
	expect(text).toContain('fill="rgb(1, 2, 3)"');
	expect(text).toContain('width="90"');
	expect(text).not.toContain('Una');
});
