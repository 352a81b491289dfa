/** Changing a plan: each change is sent at once and the page shows what came of it. */
import { api, ask, type Shapes } from '$lib/api/client';

type Kind = 'category' | 'assignment';

export class Editing {
	constructor(
		private readonly classId: number,
		private readonly during: <T>(work: Promise<T>) => Promise<T>,
		private readonly refresh: () => Promise<void>
	) {}

	async addCategory(body: Shapes['CategoryIn']): Promise<void> {
		await this.#do(
			ask(
				api.POST('/api/classes/{class_id}/categories', { params: { path: { class_id: this.classId } }, body })
			)
		);
	}

	async changeCategory(category: number, body: Shapes['CategoryIn']): Promise<void> {
		const path = { class_id: this.classId, category_id: category };
		await this.#do(
			ask(api.PATCH('/api/classes/{class_id}/categories/{category_id}', { params: { path }, body }))
		);
	}

	async addAssignment(body: Shapes['AssignmentIn']): Promise<void> {
		await this.#do(
			ask(
				api.POST('/api/classes/{class_id}/assignments', {
					params: { path: { class_id: this.classId } },
					body
				})
			)
		);
	}

	async changeAssignment(assignment: Shapes['AssignmentOut'], body: Shapes['AssignmentIn']): Promise<void> {
		const path = { class_id: this.classId, assignment_id: assignment.id };
		const based = { ...body, version: assignment.version };
		await this.#do(
			ask(api.PATCH('/api/classes/{class_id}/assignments/{assignment_id}', { params: { path }, body: based }))
		);
	}

	async changeRules(body: Shapes['RulesIn']): Promise<void> {
		await this.#do(ask(api.PATCH('/api/classes/{class_id}/rules', { params: this.#class, body })));
	}

	/** Put the draft in force; gives words on what could not be. */
	async applyDraft(): Promise<string[]> {
		const applied = await this.#do(
			ask(api.POST('/api/classes/{class_id}/draft/apply', { params: this.#class }))
		);
		return applied.kept;
	}

	async throwDraftAway(): Promise<void> {
		await this.#do(ask(api.DELETE('/api/classes/{class_id}/draft', { params: this.#class })));
	}

	async putBack(mark: string, field: string): Promise<void> {
		const path = { class_id: this.classId, mark, field };
		await this.#do(ask(api.DELETE('/api/classes/{class_id}/draft/{mark}/{field}', { params: { path } })));
	}

	async beginFromText(text: string): Promise<void> {
		await this.#do(
			ask(api.POST('/api/classes/{class_id}/plan/text', { params: this.#class, body: { text } }))
		);
	}

	async takeOver(source: number, withAssignments: boolean): Promise<void> {
		const body = { source, with_assignments: withAssignments };
		await this.#do(ask(api.POST('/api/classes/{class_id}/plan/take-over', { params: this.#class, body })));
	}

	async remove(kind: Kind, id: number): Promise<void> {
		if (kind === 'category') {
			const path = { class_id: this.classId, category_id: id };
			await this.#do(
				ask(api.DELETE('/api/classes/{class_id}/categories/{category_id}', { params: { path } }))
			);
		} else {
			const path = { class_id: this.classId, assignment_id: id };
			await this.#do(
				ask(api.DELETE('/api/classes/{class_id}/assignments/{assignment_id}', { params: { path } }))
			);
		}
	}

	/** Move one of a list up or down by one. */
	async move(kind: Kind, ids: number[], id: number, by: -1 | 1): Promise<void> {
		const from = ids.indexOf(id);
		const to = from + by;
		if (from < 0 || to < 0 || to >= ids.length) return;
		const moved = ids.toSpliced(from, 1).toSpliced(to, 0, id);
		const path = { class_id: this.classId, kind };
		await this.#do(
			ask(api.PUT('/api/classes/{class_id}/order/{kind}', { params: { path }, body: { ids: moved } }))
		);
	}

	get #class() {
		return { path: { class_id: this.classId } };
	}

	/** Whatever was done or refused, the page then shows what is there now. */
	async #do<T>(work: Promise<T>): Promise<T> {
		try {
			return await this.during(work);
		} finally {
			await this.refresh();
		}
	}
}
