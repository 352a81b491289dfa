/** Enter a stack, as the trail, the palette, the sheet of keys and the page's title name it. */
import type { Place } from '$lib/app/places';

export const stack: Place = {
	name: 'stack',
	title: 'Enter a stack',
	of: 'class',
	keys: [
		{
			place: 'In a stack',
			keys: [
				['letters of a name, Enter', 'the student; ↓ takes the next that was found'],
				['a comma', 'another student with the same score'],
				['score, Enter', 'next paper'],
				['41 L', 'with a flag: L late, I incomplete, H handed in'],
				['41;well drawn', 'with a comment for the family']
			]
		}
	]
};
