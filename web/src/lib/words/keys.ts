/** Keys as the machine in front of one names them. */

const isApple = typeof navigator !== 'undefined' && /mac|iphone|ipad/i.test(navigator.userAgent);

/** A sentence or a key that speaks of “Ctrl K” or “Alt 1”, in the signs that stand on an Apple keyboard where it is one. */
export function keyed(text: string, apple = isApple): string {
	return apple ? text.replace(/\bCtrl(?= [\w↑↓])/g, '⌘').replace(/\bAlt(?= [\w↑↓])/g, '⌥') : text;
}
