/** Print and files, as the palette and the page's title name it. */
import type { Place } from '$lib/app/places';

export const files: Place = { name: 'files', title: 'Print and files', of: 'class' };
