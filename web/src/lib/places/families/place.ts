/** What families see, as the palette and the page's title name it. */
import type { Place } from '$lib/app/places';

export const families: Place = { name: 'families', title: 'What families see', of: 'class' };
