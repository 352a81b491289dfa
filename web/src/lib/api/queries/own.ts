/** What is a person’s own: their day, their classes, how they sign in. */
import { queryOptions } from '@tanstack/svelte-query';
import { api, ask } from '../client';
import { type Id, within } from './asking';

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

/** How one is written to. */
export const notices = () =>
	queryOptions({
		queryKey: ['notices'],
		queryFn: ({ signal }) => ask(api.GET('/api/v1/notices', { signal: within(signal) }))
	});
