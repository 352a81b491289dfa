/** What colleagues do meanwhile: asked for every two seconds while the page is in sight. */
import * as fetched from '$lib/api/queries';
import type { QueryClient } from '@tanstack/svelte-query';
import { api, ask, PATIENCE, type Shapes } from '$lib/api/client';
import { saving } from '$lib/app/saving/saving.svelte';
import { notice } from '$lib/app/notice.svelte';

const EVERY = 2000;

class Presence {
	/** Who else has the class open, and in which cell they are. */
	here = $state.raw<Shapes['SomebodyOut'][]>([]);
	/** The cell that one is in oneself. */
	cell: { student: number; assignment: number } | null = null;

	/** How often one has changed the plan, or its draft, oneself. */
	#changes = 0;

	/** The assignment whose cell one is in. */
	get work(): number | null {
		return this.cell?.assignment ?? null;
	}

	/** Who is in a student's row, by assignment; nothing where nobody is. */
	inRow(student: number): ReadonlyMap<number, string> | undefined {
		const found = this.here.filter((each) => each.student === student && each.assignment !== null);
		return found.length ? new Map(found.map((each) => [each.assignment!, each.name])) : undefined;
	}

	/** One has changed the plan, or its draft, oneself: what a colleague takes back before the next beat would look as if nothing had been. */
	planChanged(): void {
		this.#changes += 1;
	}

	/** Follow a class until the function returned is called. */
	follow(classId: number, queries: QueryClient): () => void {
		let known: Pick<Shapes['PresenceOut'], 'revision' | 'plan'> | null = null;
		let timer: ReturnType<typeof setTimeout>;
		let isOver = false;
		/** Of one's own changes those that the last beat came after. */
		let counted = this.#changes;
		this.here = [];
		// What one entered here oneself is no news; where others' came in between, the next beat tells.
		const leave = saving.onAnswer((answered, _term, { revision }) => {
			if (answered === classId && known && revision === known.revision + 1) known = { ...known, revision };
		});
		const beat = async (): Promise<void> => {
			if (document.visibilityState === 'visible') {
				const changes = this.#changes;
				try {
					const now = await ask(
						api.POST('/api/v1/classes/{class_id}/presence', {
							params: { path: { class_id: classId } },
							body: {
								revision: known?.revision ?? null,
								student: this.cell?.student ?? null,
								assignment: this.cell?.assignment ?? null
							},
							signal: AbortSignal.timeout(PATIENCE)
						})
					);
					saving.reached();
					if (isOver) return;
					this.here = now.here;
					// What was asked for before this page opened is what it shows: only later changes are fetched.
					const isPlanNews = now.plan !== known?.plan || changes !== counted;
					if (known && (now.revision > known.revision || isPlanNews))
						void fetched.fetchAnew(queries, fetched.inClass(classId));
					if (now.words.length) notice.say(now.words.join(' '));
					counted = changes;
					known = { ...now, revision: Math.max(now.revision, known?.revision ?? 0) };
				} catch {
					// Nobody answers: the saving line says so, and the next beat asks again.
				}
			}
			if (!isOver) timer = setTimeout(() => void beat(), EVERY);
		};
		void beat();
		return () => {
			isOver = true;
			leave();
			clearTimeout(timer);
			this.here = [];
			this.cell = null;
		};
	}
}

export const presence = new Presence();
