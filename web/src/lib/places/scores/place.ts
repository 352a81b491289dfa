/** Scores, as the trail, the palette and the page's title name it. */
import type { Place } from '$lib/app/places';

export const scores: Place = {
	name: 'scores',
	title: 'Scores',
	of: 'trail'
};
