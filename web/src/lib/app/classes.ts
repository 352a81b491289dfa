/** Going from class to class, in the same place of each. */
import { goto } from '$app/navigation';
import { page } from '$app/state';
import { places } from './places';
import { signed } from './session.svelte';

/** The place of a class that one is in; of those a class alone has, its scores. */
export function placeNow(): string {
	const name = /\/class\/\d+\/(\w+)/.exec(page.url.pathname)?.[1] ?? '';
	return places.isOnTrail(name) ? name : 'scores';
}

/** Go to the class so many places further on. */
export async function neighbour(by: number): Promise<void> {
	const classes = signed.current?.classes ?? [];
	const at = classes.findIndex((each) => String(each.id) === page.params['id']);
	const next = classes[(at + by + classes.length) % classes.length];
	if (at >= 0 && next) await goto(`/class/${next.id}/${placeNow()}`);
}
