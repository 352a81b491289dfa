/** What a family changes of its page: what it has looked at and read, whom a student of age keeps out, and how one is written to. */
import { api, ask, type Shapes } from '$lib/api/client';

/** Somebody has looked at a page and all that it shows. Where it cannot be told, what is new stays new. */
export async function looked({ student_id, shows }: Shapes['FamilyOut']): Promise<void> {
	const params = { path: { student_id } };
	await ask(api.POST('/api/v1/families/{student_id}/looked', { params, body: { shows } })).catch(
		() => undefined
	);
}

/** A student of age keeps a guardian out, or lets them in again. */
export function keepOut(student_id: number, person: number, kept_out: boolean): Promise<unknown> {
	const params = { path: { student_id, person } };
	return ask(api.PATCH('/api/v1/families/{student_id}/guardians/{person}', { params, body: { kept_out } }));
}

/** Somebody has read the report of a term. */
export function sayRead(student_id: number, term: number): Promise<unknown> {
	const params = { path: { student_id } };
	return ask(api.POST('/api/v1/families/{student_id}/read', { params, body: { term } }));
}

/** From now on one is written to so often. */
export const chooseNotices = (how: string) => ask(api.PUT('/api/v1/notices', { body: { how } }));

/** Have a mail sent by which one confirms one's address. */
export const askToConfirm = () => ask(api.POST('/api/v1/notices/confirmation'));
