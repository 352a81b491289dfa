/** Spread, as the trail, the palette and the page's title name it. */
import type { Place } from '$lib/app/places';

export const spread: Place = {
	name: 'spread',
	title: 'Spread',
	of: 'trail'
};
