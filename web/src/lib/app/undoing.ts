/** Undo and redo of whatever one last did in a class. */
import type { QueryClient } from '@tanstack/svelte-query';
import { api, ask, words } from '$lib/api/client';
import { fetchAnew } from '$lib/api/queries';
import { saving } from '$lib/app/saving/saving.svelte';
import { notice } from './notice.svelte';

export async function undo(classId: number, queries: QueryClient, which: 'undo' | 'redo'): Promise<void> {
	const path = which === 'undo' ? '/api/v1/classes/{class_id}/undo' : '/api/v1/classes/{class_id}/redo';
	// What was last done may still be on its way: it has to arrive before it can be undone.
	if (!(await saving.settled())) {
		notice.problem(
			'What you entered last is not saved yet. It can be undone as soon as the connection is back.'
		);
		return;
	}
	try {
		const done = await saving.during(ask(api.POST(path, { params: { path: { class_id: classId } } })));
		const kept = done.kept.length ? ` ${done.kept.join(' ')}` : '';
		notice.say(`${which === 'undo' ? 'Undone' : 'Done again'}: ${done.words}.${kept}`);
		await fetchAnew(queries);
	} catch (error) {
		notice.problem(words(error));
	}
}
