/** Enter a stack, as the trail, the palette and the page's title name it. */
import type { Place } from '$lib/app/places';

export const stack: Place = {
	name: 'stack',
	title: 'Enter a stack',
	of: 'class'
};
