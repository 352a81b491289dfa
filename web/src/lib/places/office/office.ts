/** What the records officer sets; each change is sent at once. */
import { api, ask, type Shapes } from '$lib/api/client';

export type Office = Shapes['OfficeOut'];
export type OfficeTerm = Shapes['OfficeTermOut'];

export const collectable: [string, string][] = [
	['mark', 'mark'],
	['percent', 'percent'],
	['comment', 'comment'],
	['effort', 'effort or conduct']
];

const at = (term: number) => ({ params: { path: { term } } });

export const setting = {
	year: (body: Shapes['YearIn']) => ask(api.PUT('/api/office/years', { body })),
	removeYear: (year: number) => ask(api.DELETE('/api/office/years/{year}', { params: { path: { year } } })),
	addTerm: (year: number, body: Shapes['SchoolTermIn']) =>
		ask(api.POST('/api/office/years/{year}/terms', { params: { path: { year } }, body })),
	/** Gives what it does, or would do, to classes. */
	term: (term: number, body: Shapes['SchoolTermIn'], dry_run = false) =>
		ask(api.PUT('/api/office/terms/{term}', { params: { path: { term }, query: { dry_run } }, body })),
	removeTerm: (term: number) => ask(api.DELETE('/api/office/terms/{term}', at(term))),
	window: (term: number, body: Shapes['WindowIn']) =>
		ask(api.PUT('/api/office/terms/{term}/window', { ...at(term), body })),
	reopen: (term: number, body: Shapes['ReopenIn']) =>
		ask(api.POST('/api/office/terms/{term}/reopen', { ...at(term), body })),
	endReopening: (reopening: number) =>
		ask(api.DELETE('/api/office/reopenings/{reopening}', { params: { path: { reopening } } })),
	cards: (term: number, body: Shapes['WantedIn']) =>
		ask(api.POST('/api/office/terms/{term}/documents', { ...at(term), body })),
	school: (body: Shapes['SchoolIn']) => ask(api.PUT('/api/office', { body })),
	/** Gives what it does, or would do, to classes. */
	standards: (body: Shapes['SchoolStandards'], dry_run = false) =>
		ask(api.PUT('/api/office/standards', { params: { query: { dry_run } }, body })),
	undo: () => ask(api.POST('/api/office/undo')),
	sentence: (body: Shapes['SentenceIn']) => ask(api.PUT('/api/office/bank', { body })),
	removeSentence: (sentence: number) =>
		ask(api.DELETE('/api/office/bank/{sentence}', { params: { path: { sentence } } }))
};
