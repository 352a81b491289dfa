/** School's stations, as its trail, the palette, the sheet of keys and the page's title name them. */
import type { Place } from '$lib/app/places';

const station = (name: string, title: string): Place => ({
	name,
	title,
	of: 'school',
	path: `/school/${name}`
});

export const stations: Place[] = [
	station('year', 'Year'),
	station('people', 'People'),
	station('classes', 'Classes'),
	station('shared', 'Shared'),
	station('posting', 'Posting'),
	station('register', 'Register')
];
