/** The keys of Enter a stack, as the sheet of keys shows them. */
import type { KeyGroup } from '$lib/app/keys';

export const stack: KeyGroup[] = [
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
];
