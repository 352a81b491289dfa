/** What a teacher does with scores that a tool puts into the class. */
import { api, ask } from '$lib/api/client';
import type { ThisClass } from '$lib/class/thisClass';

export class FromElsewhere {
	constructor(private readonly here: ThisClass) {}

	/** Say which of the class's categories one of the tool's is. */
	pair(tool: number, theirs: string, category_id: number | null) {
		const params = { path: { class_id: this.here.id, tool } };
		return this.here.changing.make(() =>
			ask(
				api.PUT('/api/v1/classes/{class_id}/tools/{tool}/category', { params, body: { theirs, category_id } })
			)
		);
	}

	/** Enter the scores of an assignment oneself from now on. */
	takeOver(assignment: number) {
		const params = { path: { class_id: this.here.id, assignment } };
		return this.here.changing.make(() =>
			ask(api.POST('/api/v1/classes/{class_id}/tool-columns/{assignment}/take-over', { params }))
		);
	}

	/** Take results that ask, or leave them out. */
	answer(results: number[], take: boolean) {
		const params = { path: { class_id: this.here.id } };
		return this.here.changing.make(() =>
			ask(api.POST('/api/v1/classes/{class_id}/tool-results', { params, body: { results, take } }))
		);
	}
}
