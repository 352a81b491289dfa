/** What colleagues do meanwhile: asked for every two seconds while the page is in sight. */
import type { QueryClient } from '@tanstack/svelte-query';
import { api, ask, type Shapes } from '$lib/api/client';
import { notice } from './notice.svelte';

const EVERY = 2000;

class Pulse {
	/** Who else has the class open, and in which cell they are. */
	here = $state.raw<Shapes['SomebodyOut'][]>([]);
	/** The cell that one is in oneself. */
	cell: { student: number; assignment: number } | null = null;

	/** Who is in a student's row, by assignment; nothing where nobody is. */
	inRow(student: number): ReadonlyMap<number, string> | undefined {
		const found = this.here.filter((each) => each.student === student && each.assignment !== null);
		return found.length ? new Map(found.map((each) => [each.assignment!, each.name])) : undefined;
	}

	/** Follow a class until the function returned is called. */
	follow(classId: number, queries: QueryClient): () => void {
		let known: Shapes['PulseOut'] | null = null;
		let timer: ReturnType<typeof setTimeout>;
		let isOver = false;
		this.here = [];
		const beat = async (): Promise<void> => {
			if (document.visibilityState === 'visible') {
				try {
					const now = await ask(
						api.POST('/api/classes/{class_id}/pulse', {
							params: { path: { class_id: classId } },
							body: {
								scores: known?.scores ?? null,
								student: this.cell?.student ?? null,
								assignment: this.cell?.assignment ?? null
							}
						})
					);
					if (isOver) return;
					this.here = now.here;
					// What was asked for before this page opened is what it shows: only later changes are fetched.
					if (known && (now.scores !== known.scores || now.plan !== known.plan))
						void queries.invalidateQueries({ queryKey: ['class', classId] });
					if (now.words.length) notice.say(now.words.join(' '));
					known = now;
				} catch {
					// Nobody answers: the saving line says so, and the next beat asks again.
				}
			}
			if (!isOver) timer = setTimeout(() => void beat(), EVERY);
		};
		void beat();
		return () => {
			isOver = true;
			clearTimeout(timer);
			this.here = [];
			this.cell = null;
		};
	}
}

export const pulse = new Pulse();
