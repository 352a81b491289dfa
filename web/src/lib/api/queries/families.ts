/** What families see of a class and of a student. */
import { queryOptions } from '@tanstack/svelte-query';
import { api, ask } from '../client';
import { type Id, type InTerm, within } from './asking';

/** A student's class as their family sees it. */
export const familyEyes = (id: Id, student: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'family', student, term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, student }, query: { term } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/students/{student}/family', { params, signal: within(signal) })
			);
		}
	});

/** What families see of a class. */
export const seenByFamilies = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'families', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/families', { params, signal: within(signal) }));
		}
	});

/** Whether it is shown by aliases to whoever has an address, how that looks, and who could be recognised. */
export const sharing = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'sharing'],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id } };
			return ask(api.GET('/api/v1/classes/{class_id}/alias-sheet', { params, signal: within(signal) }));
		}
	});

/** What is seen at such an address. */
export const aliasSheet = (secret: string) =>
	queryOptions({
		queryKey: ['alias sheet', secret],
		queryFn: ({ signal }) => {
			const params = { path: { secret } };
			return ask(api.GET('/api/v1/alias-sheets/{secret}', { params, signal: within(signal) }));
		}
	});

/** What one student's family sees of it, and why not the rest. */
export const whyNotSeen = (id: Id, student: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'families', student, term, 'why'],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id, student }, query: { term } };
			return ask(
				api.GET('/api/v1/classes/{class_id}/families/{student}', { params, signal: within(signal) })
			);
		}
	});

export const family = (student: Id, term: InTerm, year?: Id) =>
	queryOptions({
		queryKey: ['family', student, term, year],
		queryFn: ({ signal }) => {
			const params = { path: { student_id: student }, query: { term, year } };
			return ask(api.GET('/api/v1/families/{student_id}', { params, signal: within(signal) }));
		}
	});

/** Who of a student's guardians sees how much. */
export const guardians = (student: Id) =>
	queryOptions({
		queryKey: ['family', student, 'guardians'],
		queryFn: ({ signal }) => {
			const params = { path: { student_id: student } };
			return ask(api.GET('/api/v1/families/{student_id}/guardians', { params, signal: within(signal) }));
		}
	});

/** A class of a student's in a term as their family sees it: asked by the family, or by a teacher of the class. */
export type SeenClass = { student: Id; class: Id; term: Id; byTeacher: boolean };

/** How the mark comes about. */
export const workingSeen = ({ student, class: id, term, byTeacher }: SeenClass) =>
	queryOptions({
		// It is stale when what it explains is.
		queryKey: byTeacher
			? ['class', id, 'family', student, term, 'working']
			: ['family', student, 'working', id, term],
		queryFn: ({ signal }) => {
			const query = { term };
			return ask(
				byTeacher
					? api.GET('/api/v1/classes/{class_id}/students/{student}/family/working', {
							params: { path: { class_id: id, student }, query },
							signal: within(signal)
						})
					: api.GET('/api/v1/families/{student_id}/classes/{school_class}/working', {
							params: { path: { student_id: student, school_class: id }, query },
							signal: within(signal)
						})
			);
		}
	});

/** What it would take. */
export const whatIf = ({ student, class: id, term, byTeacher }: SeenClass) =>
	queryOptions({
		queryKey: ['class', id, 'what-if', student, term, byTeacher],
		queryFn: ({ signal }) => {
			const query = { term };
			return ask(
				byTeacher
					? api.GET('/api/v1/classes/{class_id}/students/{student}/family/what-if', {
							params: { path: { class_id: id, student }, query },
							signal: within(signal)
						})
					: api.GET('/api/v1/families/{student_id}/classes/{school_class}/what-if', {
							params: { path: { student_id: student, school_class: id }, query },
							signal: within(signal)
						})
			);
		}
	});

/** What some points would make, each with the number of its work. */
export const tried = (
	{ student, class: id, term, byTeacher }: SeenClass,
	scores: readonly (readonly [Id, string])[]
) =>
	queryOptions({
		queryKey: ['class', id, 'what-if', student, term, byTeacher, scores],
		retry: false,
		queryFn: ({ signal }) => {
			const query = { term, work: scores.map(([work]) => work), points: scores.map(([, points]) => points) };
			return ask(
				byTeacher
					? api.GET('/api/v1/classes/{class_id}/students/{student}/family/tried', {
							params: { path: { class_id: id, student }, query },
							signal: within(signal)
						})
					: api.GET('/api/v1/families/{student_id}/classes/{school_class}/tried', {
							params: { path: { student_id: student, school_class: id }, query },
							signal: within(signal)
						})
			);
		}
	});

/** The same card on paper: made when it is asked for, and asked for again where many others are. */
export const cardFile = (student: Id, term: Id) =>
	queryOptions({
		queryKey: ['card file', student, term],
		queryFn: async ({ signal }) => {
			const params = { path: { student_id: student }, query: { term } };
			const asked = api.GET('/api/v1/families/{student_id}/card.pdf', {
				params,
				parseAs: 'blob',
				signal: within(signal)
			});
			// How a file comes is not in the API's description.
			return (await ask(asked)) as unknown as Blob;
		},
		enabled: false,
		gcTime: 0
	});

export const card = (student: Id, term: Id) =>
	queryOptions({
		queryKey: ['family', student, 'card', term],
		queryFn: ({ signal }) => {
			const params = { path: { student_id: student }, query: { term } };
			return ask(api.GET('/api/v1/families/{student_id}/card', { params, signal: within(signal) }));
		}
	});
