/** Today, as the trail, the palette, the sheet of keys and the page's title name it. */
import type { Place } from '$lib/app/places';

export const today: Place = {
	name: 'today',
	title: 'Today',
	of: 'teacher',
	path: '/'
};
