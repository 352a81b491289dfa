/** What a change makes stale. */
import type { InvalidateQueryFilters, QueryClient } from '@tanstack/svelte-query';
import { type Id } from './asking';

/** Fetch anew what is shown of what a change has made stale, and the rest when it is shown next. */
export async function fetchAnew(queries: QueryClient, stale: InvalidateQueryFilters = {}): Promise<void> {
	// What is being fetched for the first time is not begun again by being stale, though it may tell of the time before the change.
	await queries.cancelQueries({
		...stale,
		predicate: (query) => query.state.data === undefined && (stale.predicate?.(query) ?? true)
	});
	await queries.invalidateQueries(stale);
}

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
