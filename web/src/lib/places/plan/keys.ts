/** The keys of Plan, as the sheet of keys shows them. */
import type { KeyGroup } from '$lib/app/keys';

export const plan: KeyGroup[] = [
	{
		place: 'In the plan',
		keys: [
			['Tab, Shift Tab', 'from row to row; the first Tab of a page leads past the bar'],
			['arrows', 'along a row, and up and down its column'],
			['Enter, Shift Enter', 'take what was typed, and down or up'],
			['Alt ↑, Alt ↓', 'move the row'],
			['Ctrl K', 'add, repeat, share the rest, scales and codes, history, apply or throw away']
		]
	}
];
