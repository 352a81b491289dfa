/**
 * All that is fetched: under which key it is kept, and how it is asked for. Keys stand nowhere else. What stands under a
 * class begins with the class, so that a change of the class makes all of it stale.
 */
import { queryOptions } from '@tanstack/svelte-query';
import { api, ask, PATIENCE } from './client';

type Id = number;
/** Undefined stands for the running term. */
type InTerm = number | undefined;

/** Given up when nobody wants it any more, or when it takes too long: a connection can be there and lead nowhere. */
const within = (signal: AbortSignal) => AbortSignal.any([signal, AbortSignal.timeout(PATIENCE)]);

// What a change makes stale.
export const inClass = (id: Id) => ({ queryKey: ['class', id] });
export const inFrame = (id: Id) => ({ queryKey: ['class', id, 'frame'] });
export const inScores = (id: Id) => ({ queryKey: ['class', id, 'scores'] });
export const inEvidence = (id: Id, term: Id, student: Id) => ({
	queryKey: ['class', id, 'evidence', term, student]
});
export const inBank = (id: Id) => ({ queryKey: ['class', id, 'bank'] });
export const inOffice = { queryKey: ['office'] };
export const inOfficeBank = { queryKey: ['office', 'bank'] };
export const inDocuments = { queryKey: ['documents'] };
export const inLooseEnds = { queryKey: ['loose ends'] };

/** The lenses on the cells of some students. */
export const inLenses = (id: Id, students: ReadonlySet<unknown>) => ({
	queryKey: ['class', id, 'lens'],
	predicate: ({ queryKey }: { queryKey: readonly unknown[] }) => students.has(queryKey[3])
});

export const today = () =>
	queryOptions({
		queryKey: ['today'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/today', { signal: within(signal) }))
	});

export const looseEnds = () =>
	queryOptions({
		queryKey: ['loose ends'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/loose-ends', { signal: within(signal) }))
	});

export const ownStudents = () =>
	queryOptions({
		queryKey: ['own students'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/own-students', { signal: within(signal) })),
		staleTime: 60_000
	});

export const documents = () =>
	queryOptions({
		queryKey: ['documents'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/documents', { signal: within(signal) }))
	});

export const demoPeople = () =>
	queryOptions({
		queryKey: ['demo people'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/demo-people', { signal: within(signal) }))
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

export const planHistory = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'plan history'],
		queryFn: ({ signal }) =>
			ask(
				api.GET('/api/v1/classes/{class_id}/plan/history', {
					params: { path: { class_id: id } },
					signal: within(signal)
				})
			)
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

export const office = (year: Id | undefined) =>
	queryOptions({
		queryKey: ['office', 'year', year],
		queryFn: ({ signal }) =>
			ask(api.GET('/api/v1/office', { params: { query: { year } }, signal: within(signal) }))
	});

export const officeClasses = (term: Id) =>
	queryOptions({
		queryKey: ['office', 'classes', term],
		queryFn: ({ signal }) =>
			ask(
				api.GET('/api/v1/office/terms/{term}/classes', { params: { path: { term } }, signal: within(signal) })
			)
	});

export const officeBank = () =>
	queryOptions({
		queryKey: ['office', 'bank'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/office/bank', { signal: within(signal) }))
	});

export const family = (student: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['family', student, term],
		queryFn: ({ signal }) => {
			const params = { path: { student_id: student }, query: { term } };
			return ask(api.GET('/api/v1/families/{student_id}', { params, signal: within(signal) }));
		}
	});

export const card = (student: Id, term: Id) =>
	queryOptions({
		queryKey: ['family', student, 'card', term],
		queryFn: ({ signal }) => {
			const params = { path: { student_id: student }, query: { term } };
			return ask(api.GET('/api/v1/families/{student_id}/card', { params, signal: within(signal) }));
		}
	});
