/** Loose ends, as the trail, the palette, the sheet of keys and the page's title name it. */
import type { Place } from '$lib/app/places';

export const looseEnds: Place = {
	name: 'loose-ends',
	title: 'Loose ends',
	of: 'teacher',
	path: '/loose-ends'
};
