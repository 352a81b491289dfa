/** Somebody signs in: with a name and a password, and with a code where it is asked for. */
import { Refusal } from '$lib/api/client';
import { signed } from './session.svelte';

export class Entering {
	name = $state('');
	password = $state('');
	code = $state('');
	/** Who signs in has a second factor: its code is asked for beside the password. */
	asksCode = $state(false);

	/** Sign in; false where the code is asked for now. */
	async enter(): Promise<boolean> {
		try {
			await signed.signIn(this.name, this.password, this.code);
		} catch (error) {
			const isAsked = error instanceof Refusal && error.code === 'code_wanted' && !this.code;
			this.asksCode ||= isAsked;
			if (isAsked) return false;
			throw error;
		}
		this.name = this.password = this.code = '';
		this.asksCode = false;
		return true;
	}
}
