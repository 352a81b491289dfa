/** What the school sets of its years, its reporting and its cards; each change is sent at once, and says what it makes stale. */
import { createContext } from 'svelte';
import * as fetched from '$lib/api/queries';
import { api, ask, type Shapes } from '$lib/api/client';
import type { Changing } from '$lib/app/changing';

export type SchoolYear = Shapes['SchoolYearOut'];
export type SchoolTerm = Shapes['SchoolTermOut'];

export type SchoolFamilies = Shapes['SchoolFamiliesIn'];

export const collectable: [string, string][] = [
	['mark', 'mark'],
	['percent', 'percent'],
	['comment', 'comment'],
	['effort', 'effort or conduct']
];

const everything = [{}];

export class Setting {
	/** `changing` makes what School shows stale, where a change says nothing else. */
	constructor(
		private readonly school_id: number,
		private readonly changing: Changing
	) {}

	/** The school, and what else of it an address names. */
	#of<T extends object>(rest: T): { path: { school_id: number } & T } {
		return { path: { school_id: this.school_id, ...rest } };
	}

	/** What the school says of its families. */
	families(body: SchoolFamilies) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/families', { params: this.#of({}), body }))
		);
	}

	addYear(body: Shapes['YearIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/years', { params: this.#of({}), body }))
		);
	}

	year(year: number, body: Shapes['YearIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/years/{year}', { params: this.#of({ year }), body }))
		);
	}

	/** What is shown of the year is not fetched anew: it is gone. Whoever looks at another finds that it is. */
	removeYear(year: number) {
		const params = this.#of({ year });
		return this.changing.make(
			() => ask(api.DELETE('/api/v1/schools/{school_id}/years/{year}', { params })),
			[{ ...fetched.inSchool(this.school_id), refetchType: 'none' }]
		);
	}

	addTerm(year: number, body: Shapes['SchoolTermIn']) {
		const params = this.#of({ year });
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/years/{year}/terms', { params, body }))
		);
	}

	/** What other days of a term would do to classes. */
	async tryTerm(term: number, body: Shapes['SchoolTermIn']): Promise<string[]> {
		const params = { ...this.#of({ term }), query: { dry_run: true } };
		return (await ask(api.PUT('/api/v1/schools/{school_id}/terms/{term}', { params, body }))).words;
	}

	term(term: number, body: Shapes['SchoolTermIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/terms/{term}', { params: this.#of({ term }), body }))
		);
	}

	removeTerm(term: number) {
		return this.changing.make(() =>
			ask(api.DELETE('/api/v1/schools/{school_id}/terms/{term}', { params: this.#of({ term }) }))
		);
	}

	window(term: number, body: Shapes['WindowIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/terms/{term}/window', { params: this.#of({ term }), body }))
		);
	}

	reopen(term: number, body: Shapes['ReopenIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/terms/{term}/reopen', { params: this.#of({ term }), body }))
		);
	}

	endReopening(reopening: number) {
		const params = this.#of({ reopening });
		return this.changing.make(() =>
			ask(api.DELETE('/api/v1/schools/{school_id}/reopenings/{reopening}', { params }))
		);
	}

	cards(term: number, body: Shapes['WantedIn']) {
		return this.changing.make(
			() =>
				ask(
					api.POST('/api/v1/schools/{school_id}/terms/{term}/documents', { params: this.#of({ term }), body })
				),
			[fetched.inDocuments]
		);
	}

	/** The gradebook files of all the year's classes in a zip, made while one goes on. */
	gradebooks(year: number, naming: Shapes['WantedIn']['naming']) {
		const body = {
			kind: 'gradebooks' as const,
			students: [],
			packed: false,
			shows: 'marks' as const,
			naming
		};
		return this.changing.make(
			() =>
				ask(
					api.POST('/api/v1/schools/{school_id}/years/{year}/gradebooks', {
						params: this.#of({ year }),
						body
					})
				),
			[fetched.inDocuments]
		);
	}

	school(body: Shapes['SchoolIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/cards', { params: this.#of({}), body }))
		);
	}

	logo(file: File) {
		const form = new FormData();
		form.set('file', file);
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/logo', {
					params: this.#of({}),
					body: { file: file.name },
					bodySerializer: () => form
				})
			)
		);
	}

	removeLogo() {
		return this.changing.make(() =>
			ask(api.DELETE('/api/v1/schools/{school_id}/logo', { params: this.#of({}) }))
		);
	}

	addScale(body: Shapes['SchoolScaleIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/scales', { params: this.#of({}), body }))
		);
	}

	scale(scale: number, body: Shapes['SchoolScaleIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/scales/{scale}', { params: this.#of({ scale }), body }))
		);
	}

	/** What another scale would do to classes. */
	async tryScale(scale: number, body: Shapes['SchoolScaleIn']): Promise<string[]> {
		const params = { ...this.#of({ scale }), query: { dry_run: true } };
		return (await ask(api.PUT('/api/v1/schools/{school_id}/scales/{scale}', { params, body }))).words;
	}

	removeScale(scale: number) {
		return this.changing.make(() =>
			ask(api.DELETE('/api/v1/schools/{school_id}/scales/{scale}', { params: this.#of({ scale }) }))
		);
	}

	addCode(body: Shapes['SchoolCodeIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/codes', { params: this.#of({}), body }))
		);
	}

	code(code: number, body: Shapes['SchoolCodeIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/codes/{code}', { params: this.#of({ code }), body }))
		);
	}

	/** What another code would do to classes. */
	async tryCode(code: number, body: Shapes['SchoolCodeIn']): Promise<string[]> {
		const params = { ...this.#of({ code }), query: { dry_run: true } };
		return (await ask(api.PUT('/api/v1/schools/{school_id}/codes/{code}', { params, body }))).words;
	}

	removeCode(code: number) {
		return this.changing.make(() =>
			ask(api.DELETE('/api/v1/schools/{school_id}/codes/{code}', { params: this.#of({ code }) }))
		);
	}

	/** What other standards and levels would do to classes. */
	async tryStandards(body: Shapes['SchoolStandards']): Promise<string[]> {
		const params = { ...this.#of({}), query: { dry_run: true } };
		return (await ask(api.PUT('/api/v1/schools/{school_id}/standards', { params, body }))).words;
	}

	standards(body: Shapes['SchoolStandards']) {
		return this.changing.make(
			() => ask(api.PUT('/api/v1/schools/{school_id}/standards', { params: this.#of({}), body })),
			everything
		);
	}

	/** What another name for a standard, or two that become one, would do to classes. */
	async tryStandardName(body: Shapes['StandardNameIn']): Promise<string[]> {
		const params = { ...this.#of({}), query: { dry_run: true } };
		return (await ask(api.POST('/api/v1/schools/{school_id}/standards/rename', { params, body }))).words;
	}

	standardName(body: Shapes['StandardNameIn']) {
		return this.changing.make(
			() => ask(api.POST('/api/v1/schools/{school_id}/standards/rename', { params: this.#of({}), body })),
			everything
		);
	}

	/** What a file of standards would make of those that are there; nothing is changed by it. */
	readStandards(file: File): Promise<Shapes['StandardsFileOut']> {
		const form = new FormData();
		form.set('file', file);
		return ask(
			api.POST('/api/v1/schools/{school_id}/standards/file', {
				params: this.#of({}),
				body: { file: file.name },
				bodySerializer: () => form
			})
		);
	}

	/** Take the last change back; gives what that was. */
	async undo(): Promise<string[]> {
		return (
			await this.changing.make(
				() => ask(api.POST('/api/v1/schools/{school_id}/undo', { params: this.#of({}) })),
				everything
			)
		).words;
	}

	addSentence(body: Shapes['SentenceIn']) {
		return this.changing.make(
			() => ask(api.POST('/api/v1/schools/{school_id}/bank', { params: this.#of({}), body })),
			[fetched.inSchoolBank(this.school_id)]
		);
	}

	sentence(sentence: number, body: Shapes['SentenceIn']) {
		const params = this.#of({ sentence });
		return this.changing.make(
			() => ask(api.PUT('/api/v1/schools/{school_id}/bank/{sentence}', { params, body })),
			[fetched.inSchoolBank(this.school_id)]
		);
	}

	removeSentence(sentence: number) {
		const params = this.#of({ sentence });
		return this.changing.make(
			() => ask(api.DELETE('/api/v1/schools/{school_id}/bank/{sentence}', { params })),
			[fetched.inSchoolBank(this.school_id)]
		);
	}
}

/** What sets what School shows. */
export const [thisSetting, provideSetting] = createContext<Setting>();
