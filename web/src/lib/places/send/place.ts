/** Send, as the trail and the palette name it. */
import type { Place } from '$lib/app/places';

export const send: Place = { name: 'send', title: 'Send', of: 'trail' };
