/** Which students and assignments the grid shows, in which order. */
import type { Shapes } from '$lib/api/client';
import { isByNumber } from '$lib/class/names';
import { arranged, Steady } from '$lib/class/view';
import type { Group } from '$lib/class/groups/grouping';
import type { Looking } from './looking.svelte';

type Grid = Shapes['GridOut'];

export class Arranging {
	readonly #steady = new Steady();
	/** How often the students were arranged anew by hand. */
	#turns = $state(0);
	readonly #fresh: Grid | undefined = $derived.by(() => {
		const data = this.grid();
		const { name, group } = this.sought();
		return data && arranged(data, this.looking.view, name, group?.students);
	});
	/** What is shown: students who stand by a number stay where they were while scores are entered. */
	readonly whole: Grid | undefined = $derived.by(() => {
		const { view } = this.looking;
		const fresh = this.#fresh;
		if (!fresh || !(view.onlyBlanks || isByNumber(view))) return fresh;
		const asked = [
			this.looking.id,
			fresh.term_id,
			view.students,
			view.by,
			view.onlyBlanks,
			this.sought().name,
			this.sought().group?.students.join(' '),
			this.#turns
		];
		return { ...fresh, rows: this.#steady.rows(this.grid()!, fresh.rows, asked.join()) };
	});
	/** Whether students would stand elsewhere by now. */
	readonly isStale: boolean = $derived(
		this.whole?.rows.length !== this.#fresh?.rows.length ||
			!!this.whole?.rows.some((each, place) => each.student_id !== this.#fresh?.rows[place]?.student_id)
	);

	constructor(
		private readonly grid: () => Grid | undefined,
		private readonly looking: Looking,
		/** Which students are looked for: by a part of the name, and in a group. */
		private readonly sought: () => { name: string; group: Group | undefined }
	) {}

	again(): void {
		this.#turns++;
	}
}
