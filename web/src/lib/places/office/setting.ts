/** What the records officer sets; each change is sent at once, and says what it makes stale. */
import { createContext } from 'svelte';
import * as fetched from '$lib/api/queries';
import { api, ask, type Shapes } from '$lib/api/client';
import type { Changing } from '$lib/app/changing';

export type Office = Shapes['OfficeOut'];
export type OfficeTerm = Shapes['OfficeTermOut'];

export const collectable: [string, string][] = [
	['mark', 'mark'],
	['percent', 'percent'],
	['comment', 'comment'],
	['effort', 'effort or conduct']
];

const at = (term: number) => ({ params: { path: { term } } });
const everything = [{}];

export class Setting {
	/** `changing` makes what the office shows stale, where a change says nothing else. */
	constructor(private readonly changing: Changing) {}

	year(body: Shapes['YearIn']) {
		return this.changing.make(() => ask(api.PUT('/api/v1/office/years', { body })));
	}

	/** What is shown of the year is not fetched anew: it is gone. Whoever looks at another finds that it is. */
	removeYear(year: number) {
		const params = { path: { year } };
		return this.changing.make(
			() => ask(api.DELETE('/api/v1/office/years/{year}', { params })),
			[{ ...fetched.inOffice, refetchType: 'none' }]
		);
	}

	addTerm(year: number, body: Shapes['SchoolTermIn']) {
		const params = { path: { year } };
		return this.changing.make(() => ask(api.POST('/api/v1/office/years/{year}/terms', { params, body })));
	}

	/** What other days of a term would do to classes. */
	async tryTerm(term: number, body: Shapes['SchoolTermIn']): Promise<string[]> {
		const params = { path: { term }, query: { dry_run: true } };
		return (await ask(api.PUT('/api/v1/office/terms/{term}', { params, body }))).words;
	}

	term(term: number, body: Shapes['SchoolTermIn']) {
		return this.changing.make(() => ask(api.PUT('/api/v1/office/terms/{term}', { ...at(term), body })));
	}

	removeTerm(term: number) {
		return this.changing.make(() => ask(api.DELETE('/api/v1/office/terms/{term}', at(term))));
	}

	window(term: number, body: Shapes['WindowIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/office/terms/{term}/window', { ...at(term), body }))
		);
	}

	reopen(term: number, body: Shapes['ReopenIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/office/terms/{term}/reopen', { ...at(term), body }))
		);
	}

	endReopening(reopening: number) {
		const params = { path: { reopening } };
		return this.changing.make(() => ask(api.DELETE('/api/v1/office/reopenings/{reopening}', { params })));
	}

	cards(term: number, body: Shapes['WantedIn']) {
		return this.changing.make(
			() => ask(api.POST('/api/v1/office/terms/{term}/documents', { ...at(term), body })),
			[fetched.inDocuments]
		);
	}

	school(body: Shapes['SchoolIn']) {
		return this.changing.make(() => ask(api.PUT('/api/v1/office', { body })));
	}

	/** What other standards and levels would do to classes. */
	async tryStandards(body: Shapes['SchoolStandards']): Promise<string[]> {
		const params = { query: { dry_run: true } };
		return (await ask(api.PUT('/api/v1/office/standards', { params, body }))).words;
	}

	standards(body: Shapes['SchoolStandards']) {
		return this.changing.make(() => ask(api.PUT('/api/v1/office/standards', { body })), everything);
	}

	/** Take the last change back; gives what that was. */
	async undo(): Promise<string[]> {
		return (await this.changing.make(() => ask(api.POST('/api/v1/office/undo')), everything)).words;
	}

	sentence(body: Shapes['SentenceIn']) {
		return this.changing.make(() => ask(api.PUT('/api/v1/office/bank', { body })), [fetched.inOfficeBank]);
	}

	removeSentence(sentence: number) {
		const params = { path: { sentence } };
		return this.changing.make(
			() => ask(api.DELETE('/api/v1/office/bank/{sentence}', { params })),
			[fetched.inOfficeBank]
		);
	}
}

/** What sets what the office shows. */
export const [thisSetting, provideSetting] = createContext<Setting>();
