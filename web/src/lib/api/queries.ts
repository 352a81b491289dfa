/**
 * All that is fetched: under which key it is kept, and how it is asked for. Keys stand nowhere else. What stands under a
 * class begins with the class, so that a change of the class makes all of it stale.
 */
import { infiniteQueryOptions, queryOptions } from '@tanstack/svelte-query';
import { api, ask, PATIENCE, type Shapes } from './client';

type Id = number;
/** Undefined stands for the running term. */
type InTerm = number | undefined;

/** Given up when nobody wants it any more, or when it takes too long: a connection can be there and lead nowhere. */
const within = (signal: AbortSignal) => AbortSignal.any([signal, AbortSignal.timeout(PATIENCE)]);

/** How often a delivery that is on its way is looked at, in ms. */
const ON_ITS_WAY = 1500;

// What a change makes stale.
export const inClass = (id: Id) => ({ queryKey: ['class', id] });
/** Every class. */
export const inClasses = { queryKey: ['class'] };
export const inFrame = (id: Id) => ({ queryKey: ['class', id, 'frame'] });
export const inSpread = (id: Id) => ({ queryKey: ['class', id, 'spread'] });
export const inGroups = (id: Id) => ({ queryKey: ['class', id, 'groups'] });
export const inByStandard = (id: Id) => ({ queryKey: ['class', id, 'by standard'] });
export const inLevels = (id: Id) => ({ queryKey: ['class', id, 'level'] });
export const inScores = (id: Id) => ({ queryKey: ['class', id, 'scores'] });
export const inEvidence = (id: Id, term: Id, student: Id) => ({
	queryKey: ['class', id, 'evidence', term, student]
});
export const inSending = (id: Id) => ({ queryKey: ['class', id, 'sending'] });
export const inSharing = (id: Id) => ({ queryKey: ['class', id, 'sharing'] });
export const inBank = (id: Id) => ({ queryKey: ['class', id, 'bank'] });
export const inSchool = (school: Id) => ({ queryKey: ['school', school] });
export const inSchoolBank = (school: Id) => ({ queryKey: ['school', school, 'bank'] });
export const inFileDraft = (school: Id) => ({ queryKey: ['school', school, 'draft'] });
export const inToday = { queryKey: ['today'] };
export const inSessions = { queryKey: ['sessions'] };
export const inCalendarAddresses = { queryKey: ['calendar addresses'] };
export const inSecondFactor = { queryKey: ['second factor'] };
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

/** Of which calendars one has a private address. */
export const calendarAddresses = () =>
	queryOptions({
		queryKey: ['calendar addresses'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/calendar-addresses', { signal: within(signal) }))
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

/** The schools' own providers at which one may sign in. */
export const providers = () =>
	queryOptions({
		queryKey: ['providers'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/providers', { signal: within(signal) }))
	});

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

/** Whether teachers may make classes for themselves. */
export const classMaking = (school: Id) =>
	queryOptions({
		queryKey: ['school', school, 'class making'],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school } };
			return ask(api.GET('/api/v1/schools/{school_id}/class-making', { params, signal: within(signal) }));
		}
	});

/** The classes that one teaches, with what one calls them. */
export const ownClasses = () =>
	queryOptions({
		queryKey: ['own classes'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/own-classes', { signal: within(signal) }))
	});

export const secondFactor = () =>
	queryOptions({
		queryKey: ['second factor'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/second-factor', { signal: within(signal) }))
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

export const spreadWorks = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'spread works', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term } };
			return ask(api.GET('/api/v1/classes/{class_id}/spread/works', { params, signal: within(signal) }));
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

/** Criteria that can be taken over into a class's work. */
export const knownCriteria = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'known criteria'],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id } };
			return ask(api.GET('/api/v1/classes/{class_id}/criteria', { params, signal: within(signal) }));
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

/** What goes to the register and what is held back; looked at again and again while something is on its way. */
export const sending = (id: Id, term: InTerm) =>
	queryOptions({
		queryKey: ['class', id, 'sending', term],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id }, query: { term_id: term } };
			return ask(api.GET('/api/v1/classes/{class_id}/sending', { params, signal: within(signal) }));
		},
		refetchInterval: ({ state }) =>
			state.data?.deliveries.some((each) => each.state === 'waiting') ? ON_ITS_WAY : false
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

/** The tools that may put scores into a class, and what of it asks. */
export const classTools = (id: Id) =>
	queryOptions({
		queryKey: ['class', id, 'tools'],
		queryFn: ({ signal }) => {
			const params = { path: { class_id: id } };
			return ask(api.GET('/api/v1/classes/{class_id}/tools', { params, signal: within(signal) }));
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

/** How far each class is with posting a term. */
export const postingOfClasses = (school: Id, term: Id) =>
	queryOptions({
		queryKey: ['school', school, 'posting', term],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school, term } };
			return ask(
				api.GET('/api/v1/schools/{school_id}/terms/{term}/classes', { params, signal: within(signal) })
			);
		}
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

/** What a file would change. */
export const fileDraft = (school: Id, draft: Id) =>
	queryOptions({
		queryKey: ['school', school, 'draft', draft],
		queryFn: ({ signal }) => {
			const params = { path: { school_id: school, draft } };
			return ask(api.GET('/api/v1/schools/{school_id}/drafts/{draft}', { params, signal: within(signal) }));
		},
		refetchInterval: ({ state }) =>
			state.data?.state === 'waiting' || state.data?.state === 'applying' ? ON_ITS_WAY : false
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

export const setup = () =>
	queryOptions({
		queryKey: ['setup'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/setup', { signal: within(signal) }))
	});

export const invitation = (number: string, token: string) =>
	queryOptions({
		queryKey: ['invitation', number, token],
		queryFn: ({ signal }) => {
			const params = { path: { number, token } };
			return ask(api.GET('/api/v1/invitations/{number}/{token}', { params, signal: within(signal) }));
		}
	});

/** Where one is signed in. */
export const sessions = () =>
	queryOptions({
		queryKey: ['sessions'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/sessions', { signal: within(signal) }))
	});

export const family = (student: Id, term: InTerm, year?: Id) =>
	queryOptions({
		queryKey: ['family', student, term, year],
		queryFn: ({ signal }) => {
			const params = { path: { student_id: student }, query: { term, year } };
			return ask(api.GET('/api/v1/families/{student_id}', { params, signal: within(signal) }));
		}
	});

/** How one is written to. */
export const notices = () =>
	queryOptions({
		queryKey: ['notices'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/notices', { signal: within(signal) }))
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

export const card = (student: Id, term: Id) =>
	queryOptions({
		queryKey: ['family', student, 'card', term],
		queryFn: ({ signal }) => {
			const params = { path: { student_id: student }, query: { term } };
			return ask(api.GET('/api/v1/families/{student_id}/card', { params, signal: within(signal) }));
		}
	});
