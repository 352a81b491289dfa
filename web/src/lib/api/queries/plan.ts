/** A class’s plan and its draft. */
import { infiniteQueryOptions, queryOptions } from '@tanstack/svelte-query';
import { api, ask } from '../client';
import { type Id, type InTerm, within } from './asking';

export const plan = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'plan', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/plan', { params, signal: within(signal) }));
		}
	});

export const draft = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'draft', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/draft/changes', { params, signal: within(signal) }));
		}
	});

/** What each choice of a ground rule would make of a grade. */
export const rule = (id: Id, field: string | null, term: Id) =>
	queryOptions({
		queryKey: ['class', id, 'rule', field, term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, field: field! }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/rules/{field}', { params, signal: within(signal) }));
		},
		enabled: field !== null
	});

export const scales = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'scales'],
		queryFn: ({ signal }) =>
			ask(
				api.GET('/api/v1/classes/{class_id}/scales', {
					params: { path: { class_id: id } },
					signal: within(signal)
				})
			)
	});

/** Who changed what of the plan, a page at a time, the newest first. */
export const planHistory = (id: Id) =>
	infiniteQueryOptions({
		queryKey: ['class', id, 'plan history'],
		queryFn: ({ signal, pageParam }) => {
			const params = { path: { class_id: id }, query: { after: pageParam } };
			return ask(api.GET('/api/v1/classes/{class_id}/plan/history', { params, signal: within(signal) }));
		},
		initialPageParam: undefined as string | undefined,
		getNextPageParam: (last) => last.after ?? undefined
	});

export const deletedWork = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'deleted'],
		queryFn: ({ signal }) =>
			ask(
				api.GET('/api/v1/classes/{class_id}/deleted', {
					params: { path: { class_id: id } },
					signal: within(signal)
				})
			)
	});

/** Ways into an empty class. */
export const waysIn = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'ways'],
		queryFn: ({ signal }) =>
			ask(
				api.GET('/api/v1/classes/{class_id}/plan/ways', {
					params: { path: { class_id: id } },
					signal: within(signal)
				})
			)
	});

/** Classes that the plan can be sent to. */
export const planTargets = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'targets'],
		queryFn: ({ signal }) =>
			ask(
				api.GET('/api/v1/classes/{class_id}/plan/targets', {
					params: { path: { class_id: id } },
					signal: within(signal)
				})
			)
	});

/** The school's standards, which a class's work can name. */
export const knownStandards = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'known standards'],
		queryFn: ({ signal }) =>
			ask(
				api.GET('/api/v1/classes/{class_id}/standards', {
					params: { path: { class_id: id } },
					signal: within(signal)
				})
			)
	});

/** Criteria that can be taken over into a class's work. */
export const knownCriteria = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'known criteria'],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id } };
			return ask(api.GET('/api/v1/classes/{class_id}/criteria', { params, signal: within(signal) }));
		}
	});
