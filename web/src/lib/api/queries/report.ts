/** Report: evidence, history and comments. */
import { queryOptions } from '@tanstack/svelte-query';
import { api, ask } from '../client';
import { type Id, type InTerm, within } from './asking';

export const report = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'report', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/report', { params, signal: within(signal) }));
		}
	});

export const evidence = (id: Id, term: Id, student: Id) =>
	queryOptions({
		queryKey: ['class', id, 'evidence', term, student],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, term, student } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/report/{term}/{student}/evidence', {
					params,
					signal: within(signal)
				})
			);
		}
	});

export const reportHistory = (id: Id, term: Id, student: Id) =>
	queryOptions({
		queryKey: ['class', id, 'history', term, student],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, term, student } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/report/{term}/{student}/history', {
					params,
					signal: within(signal)
				})
			);
		}
	});

/** The comment bank, with each sentence as it would stand for a student. */
export const bank = (id: Id, term: Id, student: Id) =>
	queryOptions({
		queryKey: ['class', id, 'bank', term, student],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, term, student } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/report/{term}/{student}/bank', { params, signal: within(signal) })
			);
		},
		staleTime: 60_000
	});
