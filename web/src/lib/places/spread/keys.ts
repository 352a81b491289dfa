/** The keys of Spread, as the sheet of keys shows them. */
import type { KeyGroup } from '$lib/app/keys';

export const spread: KeyGroup[] = [
	{
		place: 'In the spread',
		keys: [
			['→, ←', 'on the line: the next and the previous student; Home, End the ends'],
			['Enter', 'what would do it, and a mark or a percent in place of the grade'],
			['l', 'the student was looked at'],
			['w', 'how the grade comes about'],
			['→, ← on a minimum', 'moves it by 1, with Shift by 0.1; Enter keeps it, Esc goes back']
		]
	}
];
