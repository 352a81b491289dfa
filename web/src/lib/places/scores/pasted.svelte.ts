/** What was pasted into the grid, on its way into the cells. */
import { counted } from '$lib/words/plurals';
import { notice } from '$lib/app/notice.svelte';
import { saving } from '$lib/app/saving/saving.svelte';
import { consequenceOf } from '$lib/class/consequence/consequence.svelte';
import type { Pasted } from './pasting';

export class Pasting {
	/** What is shown before it is entered. */
	open = $state<Pasted | null>(null);

	constructor(
		private readonly classId: () => number,
		private readonly term: () => number
	) {}

	/** What overwrites, has no place, cannot be read or lies above the points is shown before it is entered. */
	async take(made: Pasted): Promise<void> {
		const overwrites = made.entries.some((each) => each.before);
		if (made.words.length || overwrites || !made.entries.length) {
			this.open = made;
			return;
		}
		// It counts as on its way from now on: a page that is closed meanwhile warns.
		await saving.during(this.#lookedAt(made));
	}

	async #lookedAt(made: Pasted): Promise<void> {
		const asked = { classId: this.classId(), term: this.term(), entries: made.entries };
		const would = await consequenceOf(asked).catch(() => null);
		if (would?.refused.length || would?.above.length) this.open = made;
		else await this.enter(made);
	}

	async enter(made: Pasted): Promise<void> {
		this.open = null;
		if (!made.entries.length) return;
		const typed = made.entries.map(({ student, assignment, text, version }) => ({
			classId: this.classId(), student, assignment, text, version, how: 'pasted' as const
		})); // prettier-ignore
		await saving.enterAll(this.term(), typed);
		notice.say(`Pasted into ${counted(typed.length, 'cell')}. Ctrl Z takes it back.`);
	}
}
