/** Changing a report: each change is sent at once, and the page shows what came of it. */
import { api, ask, type Shapes } from '$lib/api/client';
import { saving } from '$lib/app/saving/saving.svelte';

export class Reporting {
	constructor(
		private readonly classId: number,
		private readonly term: number,
		private readonly refresh: () => Promise<void>
	) {}

	/** Overrides of some students, as one act. Gives how many changed. */
	async override(entries: Shapes['OverrideIn'][], sure = false): Promise<number> {
		const params = { path: this.#place };
		const body = { entries, sure };
		const done = await this.#do(
			ask(api.PUT('/api/classes/{class_id}/report/{term}/overrides', { params, body }))
		);
		return done.changed;
	}

	async effort(efforts: Record<number, string>): Promise<void> {
		const params = { path: this.#place };
		await this.#do(
			ask(api.PUT('/api/classes/{class_id}/report/{term}/efforts', { params, body: { efforts } }))
		);
	}

	/** The same starting text for several students. */
	beginAlike(students: number[], text: string): Promise<Shapes['AlikeOut']> {
		const params = { path: this.#place };
		return this.#do(
			ask(api.POST('/api/classes/{class_id}/report/{term}/comments', { params, body: { students, text } }))
		);
	}

	async showFamilies(students: number[], isShown: boolean): Promise<void> {
		const params = { path: this.#place };
		const body = { students, is_shown: isShown };
		await this.#do(ask(api.PUT('/api/classes/{class_id}/report/{term}/families', { params, body })));
	}

	async withdraw(student: number, reason: string): Promise<void> {
		const params = { path: { ...this.#place, student } };
		const body = { reason };
		await this.#do(
			ask(api.POST('/api/classes/{class_id}/report/{term}/{student}/withdraw', { params, body }))
		);
	}

	/** What a file of overrides would change; nothing is changed by it. */
	readFile(file: File): Promise<Shapes['OverrideFileOut']> {
		const form = new FormData();
		form.set('file', file);
		return ask(
			api.POST('/api/classes/{class_id}/report/{term}/overrides/file', {
				params: { path: this.#place },
				body: { file: file.name },
				bodySerializer: () => form
			})
		);
	}

	async post(request: string, students: number[], termName: string): Promise<number> {
		const body = { request, term: this.term, students, term_name: termName };
		const params = { path: { class_id: this.classId } };
		const done = await this.#do(ask(api.POST('/api/classes/{class_id}/report/post', { params, body })));
		return done.posted;
	}

	get #place(): { class_id: number; term: number } {
		return { class_id: this.classId, term: this.term };
	}

	async #do<T>(work: Promise<T>): Promise<T> {
		const done = await saving.during(work);
		await this.refresh();
		return done;
	}
}
