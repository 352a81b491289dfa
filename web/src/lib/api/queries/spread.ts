/** How a class lies. */
import { queryOptions } from '@tanstack/svelte-query';
import { api, ask, type Shapes } from '../client';
import { type Id, type InTerm, within } from './asking';

/** How a class lies: in a term, or in a category or an assignment of it. */
export interface SpreadAsked {
	term: InTerm;
	kind: 'term' | 'category' | 'assignment';
	number: number | undefined;
	/** How close below a mark is close, in percentage points, as typed. */
	within: string;
	sections: boolean;
}

export const spread = (id: Id, asked: SpreadAsked) =>
	queryOptions({
		queryKey: ['class', id, 'spread', asked],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: asked };
			return ask(api.GET('/api/v1/classes/{class_id}/spread', { params, signal: within(signal) }));
		}
	});

/** How a class would lie with other steps or minimums. */
export const spreadTried = (id: Id, body: Shapes['TriedSpreadIn']) =>
	queryOptions({
		queryKey: ['class', id, 'spread tried', body],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id } };
			return ask(
				api.POST('/api/v1/classes/{class_id}/spread/tried', { params, body, signal: within(signal) })
			);
		}
	});

/** How each assignment of a term came out. */
export const spreadWorks = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'spread works', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/spread/works', { params, signal: within(signal) }));
		}
	});
