/** Plan, as the trail, the palette, the sheet of keys and the page's title name it. */
import type { Place } from '$lib/app/places';

export const plan: Place = {
	name: 'plan',
	title: 'Plan',
	of: 'trail',
	keys: [
		{
			place: 'In the plan',
			keys: [
				['Tab, Shift Tab', 'from row to row; the first Tab of a page leads past the bar'],
				['arrows', 'along a row, and up and down its column'],
				['Enter, Shift Enter', 'take what was typed, and down or up'],
				['Alt ↑, Alt ↓', 'move the row'],
				['Ctrl K', 'add, repeat, share the rest, scales and codes, history, apply or throw away']
			]
		}
	]
};
