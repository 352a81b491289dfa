/** Mending what a check found, where there is a mend: one press, which can be taken back. */
import { api, ask } from '$lib/api/client';
import type { ThisClass } from './thisClass';

export async function mend({ id, changing }: ThisClass, term: number, key: string): Promise<void> {
	const params = { path: { class_id: id, term } };
	await changing.make(() =>
		ask(api.POST('/api/v1/classes/{class_id}/checks/{term}/mend', { params, body: { key } }))
	);
}
