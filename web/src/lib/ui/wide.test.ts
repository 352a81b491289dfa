import { expect, it } from 'vitest';
import { breadth } from './wide';

it('knows about how broad names are in bold, as a browser measured some', () => {
	const measured = {
		Harbour: 47.3,
		'Note 1': 39.6,
		'Walk 10': 48.6,
		'Notebook 12': 76.6,
		Watersheds: 68.6,
		Gauge: 37.6
	};
	for (const [name, pixels] of Object.entries(measured))
		expect(Math.abs(breadth(name) - pixels)).toBeLessThan(4);
});
