/** The keys of Report, as the sheet of keys shows them. */
import type { KeyGroup } from '$lib/app/keys';

export const report: KeyGroup[] = [
	{
		place: 'In a report',
		keys: [
			['↓, ↑', 'next and previous student; with Shift several are chosen'],
			['Enter', 'put a mark or a percent in place of the grade: B; why'],
			['Ctrl D', 'what the first of the chosen has goes into all below'],
			['c', 'write the comment; Ctrl Enter marks it ready and goes on'],
			['w, v', 'how the grade comes about, what the family will see'],
			['in the comment bank', 'arrows choose a sentence, Enter puts it in, Esc goes back']
		]
	}
];
