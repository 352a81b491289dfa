/** Changes that are sent to the server: one after another, counted as unsaved until they are answered, and what they make stale fetched anew. */
import type { QueryClient, InvalidateQueryFilters } from '@tanstack/svelte-query';
import { Refusal, whose } from '$lib/api/client';
import { fetchAnew } from '$lib/api/queries';
import { saving } from './saving/saving.svelte';

/** What was fetched for somebody who has signed out is gone; changes of theirs that still wait go on, to be refused in words. */
export function forget(queries: QueryClient): void {
	queries.getQueryCache().clear();
}

export class Changing {
	/**
	 * `scope` is what the changes are of, such as one class: they are sent in the order in which they were asked for, so that
	 * they are undone in it, too. `stale` is what is fetched anew unless a change names something else.
	 */
	constructor(
		private readonly queries: QueryClient,
		private readonly scope: string,
		private readonly stale: InvalidateQueryFilters[] = []
	) {}

	/** Send a change once those before it are answered. Whatever was done or refused, the page then shows what is there now. */
	async make<T>(send: () => Promise<T>, stale = this.stale): Promise<T> {
		const owner = whose();
		const mutation = this.queries.getMutationCache().build<T, Error, void, unknown>(this.queries, {
			mutationFn: () => {
				if (whose() !== owner)
					throw new Refusal('A change was not saved: whoever made it has signed out since.', 401);
				return send();
			},
			scope: { id: this.scope },
			// Whether the server can be reached is for the request to find out, and to say.
			networkMode: 'always',
			retry: false,
			gcTime: 0
		});
		try {
			return await saving.during(mutation.execute());
		} finally {
			await Promise.all(stale.map((each) => fetchAnew(this.queries, each)));
		}
	}
}
