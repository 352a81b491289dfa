import { describe, expect, it } from 'vitest';
import { blocksOf, covers, reveal, stable, TOGETHER, visible } from './visible';

describe('what of a large grid is drawn', () => {
	it('is a part of it, with the place that is kept', () => {
		const drawn = visible(3000, 600, 30, 1000, 0, 2);
		expect(drawn.length).toBeLessThan(45);
		expect(drawn[0]).toBe(0);
		expect(visible(0, 600, 30, 1000, 700, 2).at(-1)).toBe(700);
	});

	it('holds all that is in sight, wherever one has scrolled to', () => {
		for (const around of [1, 2])
			for (let from = 0; from < 6000; from += 61) {
				const drawn = new Set(visible(from, 700, 46, 150, 3, around));
				for (let place = Math.floor(from / 46); place <= Math.min(149, (from + 700) / 46); place++)
					expect(drawn).toContain(place);
				expect(drawn).toContain(3);
			}
	});

	it('is everything of a small one, and nothing of an empty one', () => {
		expect(visible(0, 600, 30, 5, 2, 2)).toEqual([0, 1, 2, 3, 4]);
		expect(visible(0, 600, 30, 0, 0, 2)).toEqual([]);
	});

	it('stays the same where nothing changed', () => {
		const before = visible(0, 600, 30, 200, 0, 2);
		const same = (each: number) => each;
		expect(stable(visible(0, 600, 30, 200, 5, 2), before, same)).toBe(before);
		expect(stable(visible(400, 600, 30, 200, 5, 2), before, same)).not.toBe(before);
		const first = { id: 1, name: 'Walk' };
		const named = stable([{ id: 1, name: 'Walk' }, { id: 2, name: 'Map' }], [first], JSON.stringify); // prettier-ignore
		expect(named[0]).toBe(first);
	});

	it('lasts for a step or two before more is needed', () => {
		const drawn = visible(0, 600, 30, 200, 0, 2);
		expect(covers(drawn, 0, 600, 30, 200)).toBe(true);
		expect(covers(drawn, 60, 600, 30, 200)).toBe(true);
		expect(covers(drawn, 600, 600, 30, 200)).toBe(false);
		expect(covers(visible(5400, 600, 30, 200, 0, 2), 5400, 600, 30, 200)).toBe(true);
	});

	it('goes in blocks that hold every column once, in order', () => {
		for (const count of [0, 1, TOGETHER, TOGETHER + 1, 150]) {
			const all = Array.from({ length: count }, (_, place) => place);
			const blocks = blocksOf(all);
			expect(blocks.flatMap((each) => each.works)).toEqual(all);
			expect(blocks.every((each) => each.works[0] === each.first)).toBe(true);
		}
	});

	it('comes into sight by the shortest way', () => {
		expect(reveal(2, 30, 300, 600)).toBe(60);
		expect(reveal(40, 30, 300, 600)).toBe(630);
		expect(reveal(15, 30, 300, 600)).toBe(300);
	});
});
