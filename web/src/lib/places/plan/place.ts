/** Plan, as the trail, the palette and the page's title name it. */
import type { Place } from '$lib/app/places';

export const plan: Place = {
	name: 'plan',
	title: 'Plan',
	of: 'trail'
};
