/** Everything is drawn in the browser: the server serves one page. */
import { places } from '$lib/app/places';
import { all } from '$lib/places/all';

export const ssr = false;
export const prerender = false;

places.all = all;
places.keys = () => import('$lib/places/keys');
