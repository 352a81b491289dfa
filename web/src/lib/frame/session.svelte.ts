/** Who is signed in. */
import { api, ask, type Shapes } from '$lib/api/client';
import { saving } from '$lib/saving/saving.svelte';

type Session = Shapes['SessionOut'];

class Signed {
	current = $state<Session | null>(null);

	get isIn(): boolean {
		return this.current?.person_id != null;
	}

	get teaches(): boolean {
		return this.current?.roles.includes('teacher') ?? false;
	}

	get keepsRecords(): boolean {
		return this.current?.roles.includes('officer') ?? false;
	}

	/** Where the person starts. */
	get home(): string {
		const child = this.current?.children[0];
		if (this.teaches) return '/';
		return this.keepsRecords ? '/office' : child ? `/family/${child.id}` : '/';
	}

	async load(): Promise<void> {
		await this.#take(await ask(api.GET('/api/session')));
	}

	async signIn(name: string, password: string): Promise<void> {
		await this.#take(await ask(api.POST('/api/session', { body: { sign_in: name, password } })));
	}

	async signOut(): Promise<void> {
		await ask(api.DELETE('/api/session'));
		await this.load();
	}

	async #take(session: Session): Promise<void> {
		this.current = session;
		await saving.begin(session.person_id);
	}
}

export const signed = new Signed();
