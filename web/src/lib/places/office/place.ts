/** Records office, as the trail, the palette, the sheet of keys and the page's title name it. */
import type { Place } from '$lib/app/places';

export const office: Place = {
	name: 'office',
	title: 'Records office',
	of: 'school',
	path: '/office'
};
