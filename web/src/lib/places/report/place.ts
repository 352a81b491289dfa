/** Report, as the trail, the palette and the page's title name it. */
import type { Place } from '$lib/app/places';

export const report: Place = {
	name: 'report',
	title: 'Report',
	of: 'trail'
};
