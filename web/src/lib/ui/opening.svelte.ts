/** What a dialog does as it opens, once: whatever comes in meanwhile from elsewhere resets nothing of what is chosen or typed in it. */
import { untrack } from 'svelte';

/** `opened` is null, false or undefined while it is closed, and otherwise tells what it is open for. */
export function onOpening(opened: () => unknown, begin: () => void): void {
	$effect(() => {
		if (opened()) untrack(begin);
	});
}
