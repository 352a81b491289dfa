/** A class: its frame, its students, its scores and how they come about. */
import { queryOptions } from '@tanstack/svelte-query';
import { api, ask } from '../client';
import { type Id, type InTerm, within } from './asking';
import { inGroups } from './stale';

/** Who is in a class whose roster its teacher keeps. */
export const ownRoster = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'roster'],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id } };
			return ask(api.GET('/api/v1/classes/{class_id}/roster', { params, signal: within(signal) }));
		}
	});

/** Students of the school who could come into it, found by typing. */
export const foundForRoster = (id: Id, query: string) =>
	queryOptions({
		queryKey: ['class', id, 'roster', query],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { query } };
			return ask(api.GET('/api/v1/classes/{class_id}/roster/found', { params, signal: within(signal) }));
		}
	});

export const frame = (id: Id, term: InTerm, reporting: boolean | undefined) =>
	queryOptions({
		queryKey: ['class', id, 'frame', term, reporting],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term, reporting } };
			return ask(api.GET('/api/v1/classes/{class_id}/frame', { params, signal: within(signal) }));
		}
	});

export const checks = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'checks', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/checks', { params, signal: within(signal) }));
		}
	});

/** How students are told from each other in a file. */
export type Naming = 'number' | 'name' | 'alias' | 'none';

/** What a file of scores would hold. */
export const scoreTable = (id: Id, asked: { term: InTerm; naming: Naming; comments: boolean }) =>
	queryOptions({
		queryKey: ['class', id, 'score table', asked],
		queryFn: ({ signal }) => {
			const { term, ...rest } = asked;
			const params = { path: { class_id: id }, query: { ...rest, ...(term ? { term } : {}) } };
			return ask(api.GET('/api/v1/classes/{class_id}/scores-table', { params, signal: within(signal) }));
		}
	});

/** What would bring a student's next mark. */
export const neededFor = (id: Id, term: Id, student: Id) =>
	queryOptions({
		queryKey: ['class', id, 'needed', term, student],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, student }, query: { term } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/spread/needed/{student}', { params, signal: within(signal) })
			);
		}
	});

/** A class as students by standards. */
export const byStandard = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'by standard', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/by-standard', { params, signal: within(signal) }));
		}
	});

/** The groups of a class. */
export const groups = (id: Id) =>
	queryOptions({
		...inGroups(id),
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id } };
			return ask(api.GET('/api/v1/classes/{class_id}/groups', { params, signal: within(signal) }));
		}
	});

/** How one student stands in one standard. */
export const level = (id: Id, term: InTerm, student: Id, standard: string) =>
	queryOptions({
		queryKey: ['class', id, 'level', term, student, standard],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, student }, query: { standard, term } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/by-standard/{student}', { params, signal: within(signal) })
			);
		}
	});

export const scores = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'scores', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/scores', { params, signal: within(signal) }));
		}
	});

/** What the lens on a cell says beyond what the grid knows. */
export const lens = (id: Id, student: Id, assignment: Id) =>
	queryOptions({
		queryKey: ['class', id, 'lens', student, assignment],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, student, assignment } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/scores/{student}/{assignment}', {
					params,
					signal: within(signal)
				})
			);
		}
	});

/** Comments on scores that are ready to be put in. */
export const phrases = (id: Id, student: Id) =>
	queryOptions({
		queryKey: ['class', id, 'phrases', student],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, student } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/students/{student}/phrases', { params, signal: within(signal) })
			);
		}
	});

/** The figures of cells that were chosen together. */
export const chosenCells = (id: Id, cells: { student: Id; assignment: Id }[]) =>
	queryOptions({
		queryKey: ['class', id, 'chosen', cells],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id } };
			return ask(
				api.POST('/api/v1/classes/{class_id}/chosen', { params, body: { cells }, signal: within(signal) })
			);
		}
	});

export const working = (id: Id, student: Id | undefined, term: Id) =>
	queryOptions({
		queryKey: ['class', id, 'working', student, term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, student: student! }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/working/{student}', { params, signal: within(signal) }));
		},
		enabled: student !== undefined,
		staleTime: 0
	});

export const student = (id: Id, student: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'student', student, term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, student }, query: { term } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/students/{student}', { params, signal: within(signal) })
			);
		}
	});
