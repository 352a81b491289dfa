import { untrack } from 'svelte';

/**
 * What `give` gives, for very many readers: they are woken when that is something else. A derived value wakes its readers,
 * and theirs, to look whether it has changed, by each way that leads to them, which for all cells of a grid takes longer
 * than the change. To be made while a component is made.
 */
export class Still<T> {
	now = $state.raw() as T;

	constructor(give: () => T) {
		this.now = untrack(give);
		$effect.pre(() => {
			this.now = give();
		});
	}
}
