import { describe, expect, it } from 'vitest';
import { after, covers, pieceKey, reveal, stable, visible } from './visible';

describe('what of a large grid is drawn', () => {
	it('is a part of it, and gaps stand for the rest', () => {
		const drawn = visible(3000, 600, 30, 1000, 0);
		expect(drawn.length).toBeLessThan(45);
		expect(drawn[0]).toEqual({ index: 0, gap: 0 });
		const all = drawn.length + drawn.reduce((sum, each) => sum + each.gap, 0) + after(drawn, 1000);
		expect(all).toBe(1000);
	});

	it('holds all that is in sight, wherever one has scrolled to', () => {
		for (let from = 0; from < 6000; from += 61) {
			const drawn = new Set(visible(from, 700, 46, 150, 3).map((each) => each.index));
			for (let place = Math.floor(from / 46); place <= Math.min(149, (from + 700) / 46); place++)
				expect(drawn).toContain(place);
			expect(drawn).toContain(3);
		}
	});

	it('is everything of a small one, and nothing of an empty one', () => {
		expect(visible(0, 600, 30, 5, 2).map((each) => each.index)).toEqual([0, 1, 2, 3, 4]);
		expect(visible(0, 600, 30, 0, 0)).toEqual([]);
		expect(after([], 0)).toBe(0);
	});

	it('stays the same where nothing changed', () => {
		const before = visible(0, 600, 30, 200, 0);
		expect(stable(visible(0, 600, 30, 200, 5), before, pieceKey)).toBe(before);
		const further = stable(visible(400, 600, 30, 200, 5), before, pieceKey);
		expect(further).not.toBe(before);
		expect(before).toContain(further[2]);
	});

	it('lasts for a step or two before more is needed', () => {
		const drawn = visible(0, 600, 30, 200, 0);
		expect(covers(drawn, 0, 600, 30, 200)).toBe(true);
		expect(covers(drawn, 60, 600, 30, 200)).toBe(true);
		expect(covers(drawn, 600, 600, 30, 200)).toBe(false);
		expect(covers(visible(5400, 600, 30, 200, 0), 5400, 600, 30, 200)).toBe(true);
	});

	it('comes into sight by the shortest way', () => {
		expect(reveal(2, 30, 300, 600)).toBe(60);
		expect(reveal(40, 30, 300, 600)).toBe(630);
		expect(reveal(15, 30, 300, 600)).toBe(300);
	});
});
