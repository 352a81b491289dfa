/** What the officer keeps: people, classes, years and what the school sets. */
import { infiniteQueryOptions, queryOptions } from '@tanstack/svelte-query';
import { api, ask, type Shapes } from '../client';
import { type Id, UNDER_WAY, within } from './asking';

/** What the school says of sending, and how each class stands. */
export const schoolSending = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'sending'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/sending', { params, signal: within(signal) }));
		}
	});

/** The tools that may put scores into classes of the school. */
export const schoolTools = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'tools'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/tools', { params, signal: within(signal) }));
		}
	});

export const schoolFrame = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'frame'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/frame', { params, signal: within(signal) }));
		}
	});

/** How the register is reached; null where that is not said yet. */
export const register = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'register'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/register', { params, signal: within(signal) }));
		}
	});

/** The school's logo on report cards. */
export const logo = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'logo'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/logo', { params, signal: within(signal) }));
		}
	});

/** For how long the school keeps what it knows of who has left. */
export const records = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'records'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/records', { params, signal: within(signal) }));
		}
	});

/** How people of the school sign in. */
export const signingIn = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'signing in'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/signing-in', { params, signal: within(signal) }));
		}
	});

/** A school year with its terms and windows, and what the school sets. */
export const schoolYear = (school: Id, year: Id | undefined) =>
	queryOptions({
		queryKey: ['school', school, 'year', year],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school }, query: { year } };
			return ask(api.GET('/api/v1/schools/{school_id}/year', { params, signal: within(signal) }));
		}
	});

/** How far each class is with posting a term, some classes at a time: what was not looked at yet takes its time. */
export const postingOfClasses = (school: Id, term: Id) =>
	infiniteQueryOptions({
		queryKey: ['school', school, 'posting', term],
		queryFn: ({ signal, pageParam }) => {
			const params = { path: { school_id: school, term }, query: { after: pageParam } };
			return ask(
				api.GET('/api/v1/schools/{school_id}/terms/{term}/classes', { params, signal: within(signal) })
			);
		},
		initialPageParam: undefined as string | undefined,
		getNextPageParam: (last) => last.after ?? undefined
	});

export const schoolBank = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'bank'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/bank', { params, signal: within(signal) }));
		}
	});

/** The school's scales and codes. */
export const schoolScales = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'scales'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/scales', { params, signal: within(signal) }));
		}
	});

export type Role = 'student' | 'guardian' | 'teacher' | 'officer';

/** People of a role by name, a page at a time. */
export const people = (school: Id, role: Role, query: string) =>
	infiniteQueryOptions({
		queryKey: ['school', school, 'people', role, query],
		queryFn: ({ signal, pageParam }) => {
			const params = { path: { school_id: school }, query: { role, query, after: pageParam } };
			return ask(api.GET('/api/v1/schools/{school_id}/people', { params, signal: within(signal) }));
		},
		initialPageParam: undefined as string | undefined,
		getNextPageParam: (last) => last.after ?? undefined
	});

/** How many people of a role there are. */
export const peopleCount = (school: Id, role: Role) =>
	queryOptions({
		queryKey: ['school', school, 'people', 'count', role],
		queryFn: ({ signal }) =>
			ask(
				api.GET('/api/v1/schools/{school_id}/people/count', {
					params: { path: { school_id: school }, query: { role } },
					signal: within(signal)
				})
			)
	});

/** What is looked for in the audit. */
export interface AuditWanted {
	query?: string;
	action?: string;
	since?: string;
	until?: string;
}

export const audit = (school: Id, wanted: AuditWanted) =>
	infiniteQueryOptions({
		queryKey: ['school', school, 'audit', wanted],
		queryFn: ({ signal, pageParam }) => {
			const params = { path: { school_id: school }, query: { ...wanted, after: pageParam } };
			return ask(api.GET('/api/v1/schools/{school_id}/audit', { params, signal: within(signal) }));
		},
		initialPageParam: undefined as string | undefined,
		getNextPageParam: (last) => last.after ?? undefined
	});

export const schoolStudent = (school: Id, student: Id) =>
	queryOptions({
		queryKey: ['school', school, 'student', student],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school, student } };
			return ask(
				api.GET('/api/v1/schools/{school_id}/students/{student}', { params, signal: within(signal) })
			);
		}
	});

export const schoolPerson = (school: Id, person: Id) =>
	queryOptions({
		queryKey: ['school', school, 'person', person],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school, person } };
			return ask(api.GET('/api/v1/schools/{school_id}/persons/{person}', { params, signal: within(signal) }));
		}
	});

/** A year's classes, a page at a time. */
export const schoolClasses = (school: Id, year: Id | undefined, query: string, archived = false) =>
	infiniteQueryOptions({
		queryKey: ['school', school, 'classes', year, query, archived],
		queryFn: ({ signal, pageParam }) => {
			const params = { path: { school_id: school }, query: { year, query, archived, after: pageParam } };
			return ask(api.GET('/api/v1/schools/{school_id}/classes', { params, signal: within(signal) }));
		},
		initialPageParam: undefined as string | undefined,
		getNextPageParam: (last) => last.after ?? undefined
	});

export const schoolClass = (school: Id, school_class: Id) =>
	queryOptions({
		queryKey: ['school', school, 'class', school_class],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school, school_class } };
			return ask(
				api.GET('/api/v1/schools/{school_id}/classes/{school_class}', { params, signal: within(signal) })
			);
		}
	});

/** What would go along with a student who changes section. */
export const along = (school: Id, school_class: Id, student: Id, to: Id) =>
	queryOptions({
		queryKey: ['school', school, 'class', school_class, 'along', student, to],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school, school_class, student }, query: { to } };
			return ask(
				api.GET('/api/v1/schools/{school_id}/classes/{school_class}/students/{student}/move', {
					params,
					signal: within(signal)
				})
			);
		}
	});

/** How the classes of another year may be called in this one. */
export const takenOver = (school: Id, year: Id, source: Id) =>
	queryOptions({
		queryKey: ['school', school, 'take over', year, source],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school, year }, query: { source } };
			return ask(
				api.GET('/api/v1/schools/{school_id}/years/{year}/take-over', { params, signal: within(signal) })
			);
		}
	});

/** Changes of one kind, or of all, and how many of them are listed at most. */
export type Listed = { kind: Shapes['FileChangeOut']['kind'] | null; most: number };

/** What a file would change. */
export const fileDraft = (school: Id, draft: Id, listed: Listed) =>
	queryOptions({
		queryKey: ['school', school, 'draft', draft, listed],
		queryFn: ({ signal }) => {
			const { kind, most } = listed;
			const params = { path: { school_id: school, draft }, query: { most, ...(kind ? { kind } : {}) } };
			return ask(api.GET('/api/v1/schools/{school_id}/drafts/{draft}', { params, signal: within(signal) }));
		},
		refetchInterval: ({ state }) =>
			state.data && !['standing', 'applied', 'refused'].includes(state.data.state) ? UNDER_WAY : false
	});

export const outbox = (school: Id) =>
	infiniteQueryOptions({
		queryKey: ['school', school, 'outbox'],
		queryFn: ({ signal, pageParam }) => {
			const params = { path: { school_id: school }, query: { after: pageParam } };
			return ask(api.GET('/api/v1/schools/{school_id}/outbox', { params, signal: within(signal) }));
		},
		initialPageParam: undefined as string | undefined,
		getNextPageParam: (last) => last.after ?? undefined
	});

/** What of the installation is well and what is not. */
export const installation = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'installation'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/installation', { params, signal: within(signal) }));
		}
	});

/** What a school says of its families. */
export const schoolFamilies = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'families'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/families', { params, signal: within(signal) }));
		}
	});
