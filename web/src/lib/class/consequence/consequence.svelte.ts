/** What changes grades in number first shows which: from what to what. */
import { api, ask } from '$lib/api/client';
import type { Called, Would } from './words';

/** Something that is about to be done, and what of it moves grades: entries, or work that is closed, opened, deleted or brought back. */
export interface Asked {
	classId: number;
	term: number;
	title: string;
	entries?: { student: number; assignment: number; text: string }[];
	closed?: Record<number, boolean>;
	deleted?: number[];
	broughtBack?: number[];
	/** What the button that does it says. */
	verb: string;
	/** What students are called where it is asked; by name unless it is said. */
	called?: Called;
	act: () => unknown;
}

/** Which grades something would change. Raises where nobody answers. */
export function consequenceOf({
	classId,
	term,
	entries = [],
	closed = {},
	deleted = [],
	broughtBack = []
}: Omit<Asked, 'title' | 'verb' | 'called' | 'act'>) {
	return ask(
		api.POST('/api/v1/classes/{class_id}/scores/tried', {
			params: { path: { class_id: classId } },
			body: {
				term,
				entries: entries.map(({ student, assignment, text }) => ({ student, assignment, text })),
				closed,
				deleted,
				brought_back: broughtBack
			}
		})
	);
}

class Consequence {
	/** What is asked, and which grades it would change; null where that cannot be said, for nobody answers. */
	current = $state.raw<(Asked & { would: Would | null }) | null>(null);

	/** Do something, at once where no grade changes by it; else once it was seen which do. */
	async ask(asked: Asked): Promise<void> {
		const would = await consequenceOf(asked).catch(() => null);
		// Entries wait for the connection; whatever else is done says itself that nobody answers.
		if (would ? !would.grades : !asked.entries) await asked.act();
		else this.current = { ...asked, would };
	}

	async agree(): Promise<void> {
		const asked = this.current;
		this.current = null;
		await asked?.act();
	}
}

export const consequence = new Consequence();
