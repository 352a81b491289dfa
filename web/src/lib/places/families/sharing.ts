/** A class by aliases at a public address: shared, and stopped. */
import { api, ask } from '$lib/api/client';
import * as fetched from '$lib/api/queries';
import type { ThisClass } from '$lib/class/thisClass';

const about = (here: ThisClass) => ({ params: { path: { class_id: here.id } } });
const stale = (here: ThisClass) => [fetched.inSharing(here.id)];

/** A new address, told this once; an earlier one leads nowhere from now on. */
export async function share(here: ThisClass): Promise<string> {
	const send = () => ask(api.POST('/api/v1/classes/{class_id}/alias-sheet', about(here)));
	return (await here.changing.make(send, stale(here))).address;
}

export function stopSharing(here: ThisClass): Promise<unknown> {
	return here.changing.make(
		() => ask(api.DELETE('/api/v1/classes/{class_id}/alias-sheet', about(here))),
		stale(here)
	);
}
