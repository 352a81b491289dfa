/** Changing a plan: each change is sent at once and the page shows what came of it. */
import { api, ask, type Shapes } from '$lib/api/client';
import type { Changing } from '$lib/app/changing';
import { presence } from '../presence.svelte';

type Kind = 'category' | 'assignment';

/** What somebody asked to delete; `inside` is how many assignments it holds. */
export interface Doomed {
	kind: Kind;
	id: number;
	name: string;
	inside: number;
}

export class Editing {
	constructor(
		private readonly classId: number,
		private readonly changing: Changing
	) {}

	addCategory(body: Shapes['CategoryIn']): Promise<Shapes['MadeOut']> {
		return this.#do(() =>
			ask(
				api.POST('/api/v1/classes/{class_id}/categories', {
					params: { path: { class_id: this.classId } },
					body
				})
			)
		);
	}

	async changeCategory(category: Shapes['CategoryOut'], body: Shapes['CategoryIn']): Promise<void> {
		const path = { class_id: this.classId, category_id: category.id };
		await this.#change('category', category, (version) =>
			ask(
				api.PATCH('/api/v1/classes/{class_id}/categories/{category_id}', {
					params: { path },
					body: { ...body, version }
				})
			)
		);
	}

	/** Gives what was made once the page shows it. */
	addAssignment(body: Shapes['AssignmentIn']): Promise<Shapes['AddedOut']> {
		return this.#do(() =>
			ask(
				api.POST('/api/v1/classes/{class_id}/assignments', {
					params: { path: { class_id: this.classId } },
					body
				})
			)
		);
	}

	async changeAssignment(
		assignment: Pick<Shapes['AssignmentOut'], 'id' | 'version'>,
		body: Shapes['AssignmentIn']
	): Promise<void> {
		const path = { class_id: this.classId, assignment_id: assignment.id };
		await this.#change('assignment', assignment, (version) =>
			ask(
				api.PATCH('/api/v1/classes/{class_id}/assignments/{assignment_id}', {
					params: { path },
					body: { ...body, version }
				})
			)
		);
	}

	/** Give work to a student who was not chosen for it, or came after it was due. */
	async assign(assignment: number, student: number): Promise<void> {
		const params = { path: { class_id: this.classId, assignment_id: assignment, student } };
		await this.#do(() =>
			ask(api.PUT('/api/v1/classes/{class_id}/assignments/{assignment_id}/students/{student}', { params }))
		);
	}

	/** Put a file to an assignment, in place of the one it had. */
	async attach(assignment: number, file: File): Promise<void> {
		const path = { class_id: this.classId, assignment_id: assignment };
		const form = new FormData();
		form.set('file', file);
		await this.#do(() =>
			ask(
				api.POST('/api/v1/classes/{class_id}/assignments/{assignment_id}/file', {
					params: { path },
					body: { file: file.name },
					bodySerializer: () => form
				})
			)
		);
	}

	async detach(assignment: number): Promise<void> {
		const path = { class_id: this.classId, assignment_id: assignment };
		await this.#do(() =>
			ask(api.DELETE('/api/v1/classes/{class_id}/assignments/{assignment_id}/file', { params: { path } }))
		);
	}

	/** Offer an assignment's criteria to the school. */
	async offerCriteria(assignment: number): Promise<void> {
		const path = { class_id: this.classId, assignment_id: assignment };
		await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/assignments/{assignment_id}/criteria', { params: { path } }))
		);
	}

	async takeCriteriaBack(shared: number): Promise<void> {
		const path = { class_id: this.classId, shared };
		await this.#do(() =>
			ask(api.DELETE('/api/v1/classes/{class_id}/criteria/{shared}', { params: { path } }))
		);
	}

	async bringBack(assignment: number): Promise<void> {
		const path = { class_id: this.classId, assignment_id: assignment };
		await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/deleted/{assignment_id}', { params: { path } }))
		);
	}

	async changeRules(body: Shapes['RulesIn']): Promise<void> {
		await this.#do(() => ask(api.PATCH('/api/v1/classes/{class_id}/rules', { params: this.#class, body })));
	}

	/** Put the draft in force; gives words on what could not be. */
	async applyDraft(): Promise<string[]> {
		const applied = await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/draft/apply', { params: this.#class }))
		);
		return applied.kept;
	}

	async throwDraftAway(): Promise<void> {
		await this.#do(() => ask(api.DELETE('/api/v1/classes/{class_id}/draft', { params: this.#class })));
	}

	async putBack(mark: string, field: string): Promise<void> {
		const path = { class_id: this.classId, mark, field };
		await this.#do(() =>
			ask(api.DELETE('/api/v1/classes/{class_id}/draft/{mark}/{field}', { params: { path } }))
		);
	}

	async beginFromText(text: string): Promise<void> {
		await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/plan/text', { params: this.#class, body: { text } }))
		);
	}

	async begin(body: Partial<Shapes['BeginIn']>): Promise<void> {
		const full = { source: null, kept: null, pattern: null, with_assignments: true, ...body };
		await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/plan/begin', { params: this.#class, body: full }))
		);
	}

	async keepPlan(name: string, withAssignments: boolean): Promise<void> {
		const body = { name, with_assignments: withAssignments };
		await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/plan/keep', { params: this.#class, body }))
		);
	}

	/** Send the plan to other classes; gives words on what became of it in each. */
	async send(classes: number[], withAssignments: boolean): Promise<string[]> {
		const body = { classes, with_assignments: withAssignments };
		const sent = await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/plan/send', { params: this.#class, body }))
		);
		return sent.words;
	}

	/** Go back to the plan as it was after a change; gives words on what stays. */
	async returnTo(event: number): Promise<string[]> {
		const path = { class_id: this.classId, event };
		const done = await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/plan/history/{event}', { params: { path } }))
		);
		return done.words;
	}

	/** Merge a category into another, or into none; true where it is in force and not in the draft. */
	async merge(category: number, into: number | null): Promise<boolean> {
		const path = { class_id: this.classId, category_id: category };
		const done = await this.#do(() =>
			ask(
				api.POST('/api/v1/classes/{class_id}/categories/{category_id}/merge', {
					params: { path },
					body: { into }
				})
			)
		);
		return done.in_force;
	}

	async setWeights(term: number, weights: Record<number, string>): Promise<void> {
		const path = { class_id: this.classId, term };
		await this.#do(() =>
			ask(api.PUT('/api/v1/classes/{class_id}/weights/{term}', { params: { path }, body: { weights } }))
		);
	}

	/** What the weights would be if they shared the rest of 100, in each way; nothing is changed yet. */
	restShared(term: number): Promise<Shapes['RestOut']> {
		const path = { class_id: this.classId, term };
		return ask(api.GET('/api/v1/classes/{class_id}/weights/{term}/rest', { params: { path } }));
	}

	async shareRest(term: number, way: Shapes['RestIn']['way']): Promise<void> {
		const path = { class_id: this.classId, term };
		await this.#do(() =>
			ask(
				api.POST('/api/v1/classes/{class_id}/weights/{term}/share-rest', { params: { path }, body: { way } })
			)
		);
	}

	async setShares(weights: Record<number, string>): Promise<void> {
		await this.#do(() =>
			ask(api.PUT('/api/v1/classes/{class_id}/shares', { params: this.#class, body: { weights } }))
		);
	}

	async setShare(
		assignment: number,
		share: string,
		of: 'category' | 'grade',
		others: boolean
	): Promise<void> {
		const path = { class_id: this.classId, assignment_id: assignment };
		const body = { share, of, others };
		await this.#do(() =>
			ask(api.PUT('/api/v1/classes/{class_id}/assignments/{assignment_id}/share', { params: { path }, body }))
		);
	}

	/** Change several assignments alike; gives how many, and what is to be looked at of it. */
	changeTogether(body: Shapes['TogetherIn']): Promise<Shapes['TogetherOut']> {
		return this.#do(() =>
			ask(api.PATCH('/api/v1/classes/{class_id}/assignments', { params: this.#class, body }))
		);
	}

	async duplicate(assignment: number): Promise<void> {
		const path = { class_id: this.classId, assignment_id: assignment };
		await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/assignments/{assignment_id}/duplicate', { params: { path } }))
		);
	}

	/** What repeating work would make; nothing is made yet. */
	previewRepeating(body: Shapes['RepeatIn']): Promise<Shapes['PieceOut'][]> {
		return ask(api.POST('/api/v1/classes/{class_id}/repeating/preview', { params: this.#class, body }));
	}

	async makeRepeating(body: Shapes['RepeatIn']): Promise<number> {
		const done = await this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/repeating', { params: this.#class, body }))
		);
		return done.count;
	}

	async changeTerm(term: number, body: Partial<Shapes['TermRulesIn']>): Promise<void> {
		const path = { class_id: this.classId, term };
		await this.#do(() =>
			ask(api.PATCH('/api/v1/classes/{class_id}/terms/{term}', { params: { path }, body }))
		);
	}

	/** Make a scale, where none is named, or change one. */
	async saveScale(scale: number | null, body: Shapes['ScaleIn']): Promise<void> {
		await this.#do(() =>
			scale === null
				? ask(api.POST('/api/v1/classes/{class_id}/scales', { params: this.#class, body }))
				: ask(
						api.PUT('/api/v1/classes/{class_id}/scales/{scale}', {
							params: { path: { class_id: this.classId, scale } },
							body
						})
					)
		);
	}

	async deleteScale(scale: number): Promise<void> {
		const path = { class_id: this.classId, scale };
		await this.#do(() => ask(api.DELETE('/api/v1/classes/{class_id}/scales/{scale}', { params: { path } })));
	}

	/** Make a score code, where none is named, or change what is given of one. */
	async saveCode(code: number | null, body: Shapes['CodeIn']): Promise<void> {
		await this.#do(() =>
			code === null
				? ask(api.POST('/api/v1/classes/{class_id}/codes', { params: this.#class, body }))
				: ask(
						api.PATCH('/api/v1/classes/{class_id}/codes/{code}', {
							params: { path: { class_id: this.classId, code } },
							body
						})
					)
		);
	}

	async deleteCode(code: number): Promise<void> {
		const path = { class_id: this.classId, code };
		await this.#do(() => ask(api.DELETE('/api/v1/classes/{class_id}/codes/{code}', { params: { path } })));
	}

	async remove(kind: Kind, id: number): Promise<void> {
		if (kind === 'category') {
			const path = { class_id: this.classId, category_id: id };
			await this.#do(() =>
				ask(api.DELETE('/api/v1/classes/{class_id}/categories/{category_id}', { params: { path } }))
			);
		} else {
			const path = { class_id: this.classId, assignment_id: id };
			await this.#do(() =>
				ask(api.DELETE('/api/v1/classes/{class_id}/assignments/{assignment_id}', { params: { path } }))
			);
		}
	}

	/** Move one of a list up or down by one. */
	async move(kind: Kind, ids: number[], id: number, by: -1 | 1): Promise<void> {
		const from = ids.indexOf(id);
		const to = from + by;
		if (from < 0 || to < 0 || to >= ids.length) return;
		await this.order(kind, ids.toSpliced(from, 1).toSpliced(to, 0, id));
	}

	async order(kind: Kind, ids: number[]): Promise<void> {
		const path = { class_id: this.classId, kind };
		await this.#do(() =>
			ask(api.PUT('/api/v1/classes/{class_id}/order/{kind}', { params: { path }, body: { ids } }))
		);
	}

	get #class() {
		return { path: { class_id: this.classId } };
	}

	/** What one's own changes made of a version; what is typed before the page shows it is based on the one before. */
	readonly #became = new Map<string, number>();

	#change(
		kind: Kind,
		{ id, version }: { id: number; version: number },
		send: (version: number) => Promise<Shapes['VersionedOut']>
	): Promise<void> {
		const name = (of: number) => `${kind} ${id} ${of}`;
		return this.#do(async () => {
			let based = version;
			while (this.#became.has(name(based))) based = this.#became.get(name(based))!;
			const { version: made } = await send(based);
			this.#became.set(name(based), made);
		});
	}

	async #do<T>(send: () => Promise<T>): Promise<T> {
		try {
			return await this.changing.make(send);
		} finally {
			presence.planChanged();
		}
	}
}
