import { describe, expect, it } from 'vitest';
import { blocksOf, covers, edgesOf, reveal, stable, TOGETHER, visible } from './visible';

const alike = (count: number, size: number) => edgesOf(Array.from({ length: count }, () => size));
const rows = alike(200, 30);

describe('what of a large grid is drawn', () => {
	it('is a part of it, with the place that is kept', () => {
		const drawn = visible(3000, 600, alike(1000, 30), 0, 2);
		expect(drawn.length).toBeLessThan(45);
		expect(drawn[0]).toBe(0);
		expect(visible(0, 600, alike(1000, 30), 700, 2).at(-1)).toBe(700);
	});

	it('holds all that is in sight, wherever one has scrolled to', () => {
		const uneven = edgesOf(Array.from({ length: 150 }, (_, place) => (place % 7 ? 46 : 90)));
		for (const edges of [alike(150, 46), uneven])
			for (const around of [1, 2])
				for (let from = 0; from < edges.at(-1)!; from += 61) {
					const drawn = visible(from, 700, edges, 3, around);
					const inSight = [...edges.keys()].filter(
						(place) => edges[place]! < from + 700 && edges[place + 1]! > from
					);
					for (const place of inSight) expect(drawn).toContain(place);
					expect(drawn).toContain(3);
					expect(covers(drawn, from, 700, edges)).toBe(true);
				}
	});

	it('is everything of a small one, and nothing of an empty one', () => {
		expect(visible(0, 600, alike(5, 30), 2, 2)).toEqual([0, 1, 2, 3, 4]);
		expect(visible(0, 600, [0], 0, 2)).toEqual([]);
	});

	it('stays the same where nothing changed', () => {
		const before = visible(0, 600, rows, 0, 2);
		const same = (each: number) => each;
		expect(stable(visible(0, 600, rows, 5, 2), before, same)).toBe(before);
		expect(stable(visible(400, 600, rows, 5, 2), before, same)).not.toBe(before);
		const first = { id: 1, name: 'Walk' };
		const named = stable([{ id: 1, name: 'Walk' }, { id: 2, name: 'Map' }], [first], JSON.stringify); // prettier-ignore
		expect(named[0]).toBe(first);
	});

	it('lasts for a step or two before more is needed', () => {
		const drawn = visible(0, 600, rows, 0, 2);
		expect(covers(drawn, 0, 600, rows)).toBe(true);
		expect(covers(drawn, 60, 600, rows)).toBe(true);
		expect(covers(drawn, 600, 600, rows)).toBe(false);
		expect(covers(visible(5400, 600, rows, 0, 2), 5400, 600, rows)).toBe(true);
	});

	it('goes in blocks that hold every column once, in order', () => {
		for (const count of [0, 1, TOGETHER, TOGETHER + 1, 150]) {
			const all = Array.from({ length: count }, (_, place) => place);
			const edges = alike(count, 46);
			const blocks = blocksOf(all, edges);
			expect(blocks.flatMap((each) => each.columns)).toEqual(all);
			expect(blocks.every((each) => each.columns[0] === each.first)).toBe(true);
			expect(blocks.every((each) => each.left === 46 * each.first)).toBe(true);
			expect(blocks.reduce((all, each) => all + each.width, 0)).toBe(edges.at(-1));
		}
	});

	it('comes into sight by the shortest way', () => {
		expect(reveal(2, rows, 300, 600)).toBe(60);
		expect(reveal(40, rows, 300, 600)).toBe(630);
		expect(reveal(15, rows, 300, 600)).toBe(300);
	});
});
