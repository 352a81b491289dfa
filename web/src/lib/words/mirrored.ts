/** English from right to left. */
import { createLiteralElement } from '@formatjs/icu-messageformat-parser';
import type { Parsed } from './language';

/** Messages that say the same and run the other way. */
export const mirrored = (messages: Parsed): Parsed =>
	Object.fromEntries(
		Object.entries(messages).map(([key, words]) => [
			key,
			[createLiteralElement('\u202b['), ...words, createLiteralElement(']\u202c')]
		])
	);
