/** Letters that were just made: their codes are told once, and are gone with the page. */
import type { Shapes } from '$lib/api/client';

class Letters {
	made = $state.raw<Shapes['LetterOut'][]>([]);
}

export const letters = new Letters();
