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

	/** Whatever was done or refused, the page then shows what is there now. */
	async #do(work: Promise<unknown>): Promise<void> {
		try {
			await this.during(work);
		} finally {
			await this.refresh();
		}
	}
}
