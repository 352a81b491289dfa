/** What a teacher changes of what one family sees. */
import { api, ask } from '$lib/api/client';
import type { Changing } from '$lib/app/changing';

/** Hide from one student's family how the grade stands, or show it again. */
export function hideRunning(
	changing: Changing,
	class_id: number,
	student: number,
	is_hidden: boolean
): Promise<unknown> {
	const params = { path: { class_id, student } };
	return changing.make(() =>
		ask(api.PUT('/api/v1/classes/{class_id}/families/{student}/running', { params, body: { is_hidden } }))
	);
}
