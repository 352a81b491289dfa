/** Spread, as the trail, the palette, the sheet of keys and the page's title name it. */
import type { Place } from '$lib/app/places';

export const spread: Place = {
	name: 'spread',
	title: 'Spread',
	of: 'trail',
	keys: [
		{
			place: 'In the spread',
			keys: [
				['→, ←', 'on the line: the next and the previous student; Home, End the ends'],
				['Enter', 'what would do it, and a mark or a percent in place of the grade'],
				['l', 'the student was looked at'],
				['w', 'how the grade comes about'],
				['→, ← on a minimum', 'moves it by 1, with Shift by 0.1; Enter keeps it, Esc goes back']
			]
		}
	]
};
