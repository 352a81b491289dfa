/** What goes to the register, and what comes from tools. */
import { infiniteQueryOptions, queryOptions } from '@tanstack/svelte-query';
import { api, ask } from '../client';
import { type Id, type InTerm, UNDER_WAY, within } from './asking';

/** What goes to the register and what is held back; looked at again and again while something is on its way. */
export const sending = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'sending', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term_id: term } };
			return ask(api.GET('/api/v1/classes/{class_id}/sending', { params, signal: within(signal) }));
		},
		refetchInterval: ({ state }) =>
			state.data?.deliveries.some((each) => each.state === 'waiting') ? UNDER_WAY : false
	});

/** Deliveries of before those that stand with what goes to the register, a page at a time. */
export const earlierDeliveries = (id: Id, after: string | null) =>
	infiniteQueryOptions({
		queryKey: ['class', id, 'sending', 'earlier', after],
		queryFn: ({ signal, pageParam }) => {
			const params = { path: { class_id: id }, query: { after: pageParam } };
			return ask(api.GET('/api/v1/classes/{class_id}/deliveries', { params, signal: within(signal) }));
		},
		initialPageParam: after,
		getNextPageParam: (last) => last.after
	});

/** What the register said of each line of a delivery, as far as it has come. */
export const receipts = (id: Id, delivery: Id, answered: number) =>
	queryOptions({
		queryKey: ['class', id, 'sending', 'receipts', delivery, answered],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, delivery } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/deliveries/{delivery}', { params, signal: within(signal) })
			);
		}
	});

/** What the register has of a class now, where that differs. It is asked for anew each time. */
export const compared = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'sending', 'compared', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term_id: term } };
			return ask(api.GET('/api/v1/classes/{class_id}/sending/compare', { params, signal: within(signal) }));
		},
		gcTime: 0,
		retry: false
	});

/** One student's grade from posting to receipt. */
export const gradeHistory = (id: Id, term: InTerm, student: Id) =>
	queryOptions({
		queryKey: ['class', id, 'sending', 'history', term, student],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, student }, query: { term_id: term } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/sending/students/{student}', { params, signal: within(signal) })
			);
		}
	});

/** The tools that may put scores into a class, and what of it asks. */
export const classTools = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'tools'],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id } };
			return ask(api.GET('/api/v1/classes/{class_id}/tools', { params, signal: within(signal) }));
		}
	});
