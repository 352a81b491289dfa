/** What opens a list of choices, one for all of them: its code comes once the page has nothing else to do, or one is to be opened. */
import type OpenableSelect from './OpenableSelect.svelte';

class Openable {
	/** The part, once it is there. */
	now = $state.raw<typeof OpenableSelect>();

	/** Fetch it. Fails where there is no connection; it can be asked for again. */
	async fetch(): Promise<void> {
		this.now ??= (await import('./OpenableSelect.svelte')).default;
	}
}

export const openable = new Openable();
