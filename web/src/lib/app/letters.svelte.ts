/** Keys of one letter or sign that work wherever one is on a page: alone, with Alt, or not at all, as the person chose on this machine. */

export type Way = 'alone' | 'alt' | 'off';

const KEY = 'hoarfrost-letters';

export const ways: [Way, string][] = [
	['alone', 'by themselves'],
	['alt', 'with Alt'],
	['off', 'not at all']
];

/** What a key means with Alt, where the machine makes another letter of it. */
const signs: Record<string, string> = { BracketLeft: '[', BracketRight: ']', Slash: '?' };

class Letters {
	#way = $state<Way>('alone');

	constructor() {
		const kept = typeof localStorage === 'undefined' ? null : localStorage.getItem(KEY);
		if (ways.some(([way]) => way === kept)) this.#way = kept as Way;
	}

	get way(): Way {
		return this.#way;
	}

	set way(way: Way) {
		this.#way = way;
		localStorage.setItem(KEY, way);
	}

	/** The letter that a key means for the page; null where it means none. */
	of(event: KeyboardEvent): string | null {
		if (event.ctrlKey || event.metaKey) {
			// Some keyboards make a bracket with what counts as Ctrl and Alt.
			return this.#way === 'alone' && event.getModifierState('AltGraph') ? event.key : null;
		}
		if (this.#way === 'off' || event.altKey !== (this.#way === 'alt')) return null;
		if (!event.altKey) return event.key;
		return signs[event.code] ?? /^Key(\w)$/.exec(event.code)?.[1]?.toLowerCase() ?? null;
	}
}

export const letters = new Letters();
