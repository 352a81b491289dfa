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
	addTerm: (year: number, body: Shapes['SchoolTermIn']) =>
		ask(api.POST('/api/office/years/{year}/terms', { params: { path: { year } }, body })),
	term: (term: number, body: Shapes['SchoolTermIn']) =>
		ask(api.PUT('/api/office/terms/{term}', { ...at(term), body })),
	removeTerm: (term: number) => ask(api.DELETE('/api/office/terms/{term}', at(term))),
	window: (term: number, body: Shapes['WindowIn']) =>
		ask(api.PUT('/api/office/terms/{term}/window', { ...at(term), body })),
	reopen: (term: number, body: Shapes['ReopenIn']) =>
		ask(api.POST('/api/office/terms/{term}/reopen', { ...at(term), body })),
	cards: (term: number, body: Shapes['WantedIn']) =>
		ask(api.POST('/api/office/terms/{term}/documents', { ...at(term), body })),
	school: (body: Shapes['SchoolIn']) => ask(api.PUT('/api/office', { body })),
	standards: (body: Shapes['SchoolStandards']) => ask(api.PUT('/api/office/standards', { body })),
	sentence: (body: Shapes['SentenceIn']) => ask(api.PUT('/api/office/bank', { body })),
	removeSentence: (sentence: number) =>
		ask(api.DELETE('/api/office/bank/{sentence}', { params: { path: { sentence } } }))
};
