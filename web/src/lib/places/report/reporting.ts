/** Changing a report: each change is sent at once, and the page shows what came of it. */
import * as fetched from '$lib/api/queries';
import { api, ask, Refusal, type Shapes } from '$lib/api/client';
import { createContext } from 'svelte';
import { override } from '$lib/class/overriding';
import type { ThisClass } from '$lib/class/thisClass';

export class Reporting {
	constructor(
		private readonly here: ThisClass,
		/** The term that is shown. */
		private readonly term: () => number
	) {}

	/** Overrides of some students, as one act. Gives how many changed. */
	override(entries: Shapes['OverrideIn'][], sure = false): Promise<number> {
		return override(this.here, this.term(), entries, sure);
	}

	async effort(efforts: Record<number, string>): Promise<void> {
		const params = { path: this.#place };
		await this.#do(() =>
			ask(api.PATCH('/api/v1/classes/{class_id}/report/{term}/efforts', { params, body: { efforts } }))
		);
	}

	/** The same starting text for several students. */
	beginAlike(students: number[], text: string): Promise<Shapes['AlikeOut']> {
		const params = { path: this.#place };
		return this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/report/{term}/comments', { params, body: { students, text } }))
		);
	}

	async showFamilies(students: number[], isShown: boolean): Promise<void> {
		const params = { path: this.#place };
		const body = { students, is_shown: isShown };
		await this.#do(() =>
			ask(api.PATCH('/api/v1/classes/{class_id}/report/{term}/families', { params, body }))
		);
	}

	async withdraw(student: number, reason: string): Promise<void> {
		const params = { path: { ...this.#place, student } };
		const body = { reason };
		await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/report/{term}/{student}/withdraw', { params, body }))
		);
	}

	async post(request: string, students: number[], termName: string): Promise<number> {
		const body = { request, term: this.term(), students, term_name: termName };
		const params = { path: { class_id: this.here.id } };
		const done = await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/report/post', { params, body }))
		);
		return done.posted;
	}

	/** Put a sentence into the bank, or change one of one's own. */
	async keepSentence(sentence: number | null, { text, purpose }: Shapes['SentenceIn']): Promise<void> {
		const path = { class_id: this.here.id };
		// Of a sentence as the bank shows it no more is sent: the server takes nothing that it does not know.
		const body = { text, purpose };
		await this.#inBank(() =>
			sentence === null
				? ask(api.POST('/api/v1/classes/{class_id}/bank', { params: { path }, body }))
				: ask(
						api.PUT('/api/v1/classes/{class_id}/bank/{sentence}', {
							params: { path: { ...path, sentence } },
							body
						})
					)
		);
	}

	async setFavourite(sentence: number, is_favourite: boolean): Promise<void> {
		const params = { path: { class_id: this.here.id, sentence } };
		await this.#inBank(() =>
			ask(api.PUT('/api/v1/classes/{class_id}/bank/{sentence}/favourite', { params, body: { is_favourite } }))
		);
	}

	async removeSentence(sentence: number): Promise<void> {
		const params = { path: { class_id: this.here.id, sentence } };
		await this.#inBank(() => ask(api.DELETE('/api/v1/classes/{class_id}/bank/{sentence}', { params })));
	}

	/** Ask for cards or sheets, which are made while one goes on. */
	async print(body: Shapes['WantedIn']): Promise<void> {
		const params = { path: { class_id: this.here.id } };
		await this.here.changing.make(
			() => ask(api.POST('/api/v1/classes/{class_id}/documents', { params, body })),
			[fetched.inDocuments]
		);
	}

	#inBank(send: () => Promise<unknown>): Promise<unknown> {
		return this.here.changing.make(send, [fetched.inBank(this.here.id)]);
	}

	get #place(): { class_id: number; term: number } {
		return { class_id: this.here.id, term: this.term() };
	}

	#do<T>(send: () => Promise<T>): Promise<T> {
		return this.here.changing.make(send);
	}
}

/**
 * Keep a comment, of the class in which it was written: somebody may be in another by now. Gives the version that it made.
 * What the page shows is fetched anew, and not waited for; of what a colleague wrote meanwhile before it is said.
 */
export async function keepComment(
	{ id, changing }: Pick<ThisClass, 'id' | 'changing'>,
	{ term, student }: { term: number; student: number },
	body: Shapes['CommentIn']
): Promise<number> {
	const params = { path: { class_id: id, term, student } };
	const refresh = () => changing.make(async () => undefined);
	try {
		const saved = await changing.make(
			() => ask(api.PUT('/api/v1/classes/{class_id}/report/{term}/{student}/comment', { params, body })),
			[]
		);
		void refresh();
		return saved.version;
	} catch (error) {
		if (error instanceof Refusal && error.code === 'stale') await refresh();
		throw error;
	}
}

/** What changes the report that a part of the page stands in. */
export const [thisReporting, provideReporting] = createContext<Reporting>();
