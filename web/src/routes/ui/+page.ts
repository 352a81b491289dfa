/** The parts of the interface in each state, for those who build it: there is no such page where no demo is. */
import { error } from '@sveltejs/kit';
import { api, ask } from '$lib/api/client';

export async function load(): Promise<void> {
	if (!(await ask(api.GET('/api/v1/demo-people'))).length) error(404);
}
