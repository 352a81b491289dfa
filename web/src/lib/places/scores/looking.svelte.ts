/** How somebody looks at a class's grid, kept with their teaching of it. */
import { useQueryClient } from '@tanstack/svelte-query';
import { api, ask, type Shapes } from '$lib/api/client';
import * as fetched from '$lib/api/queries';
import { Changing } from '$lib/app/changing';
import { notice } from '$lib/app/notice.svelte';
import type { ThisClass } from '$lib/class/thisClass';
import { usual, type View } from '$lib/class/view';
import { Still } from './grid/still.svelte';

export class Looking {
	/** What was chosen just now, of this class; it comes before what is remembered. */
	#chosen = $state.raw<{ id: number; view: Partial<View> }>({ id: 0, view: {} });
	readonly #queries = useQueryClient();
	readonly #changing = new Changing(this.#queries, 'views');
	readonly #remembered: Still<Partial<View> | undefined>;
	readonly view: View = $derived.by(() => ({
		...usual,
		...this.#remembered.now,
		...(this.#chosen.id === this.here.id ? this.#chosen.view : {})
	}));

	/** To be made while a component is made. */
	constructor(
		private readonly here: Pick<ThisClass, 'id'>,
		grid: () => Shapes['GridOut'] | undefined
	) {
		this.#remembered = new Still(() => grid()?.view as Partial<View> | undefined);
	}

	/** The class that is looked at. */
	get id(): number {
		return this.here.id;
	}

	/** Look at it otherwise. Other places show it as well, among them whether names are to be seen. */
	change(change: Partial<View>): void {
		const now = { id: this.here.id, view: { ...this.view, ...change } };
		this.#chosen = now;
		this.#queries.setQueriesData<Shapes['GridOut']>(
			fetched.inScores(now.id),
			(grid) => grid && { ...grid, view: { ...now.view } }
		);
		const params = { path: { class_id: now.id } };
		const send = async () => {
			// What another choice has replaced meanwhile is not sent.
			if (this.#chosen !== now && this.#chosen.id === now.id) return;
			await ask(api.PUT('/api/v1/classes/{class_id}/view', { params, body: { view: { ...now.view } } }));
		};
		void notice.tried(this.#changing.make(send));
	}
}
