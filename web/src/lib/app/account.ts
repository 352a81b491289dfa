/** One's own account: password, second factor, and where one is signed in. */
import { api, ask, type Shapes } from '$lib/api/client';
import { signed } from './session.svelte';

export const account = {
	takeInvitation(number: string, token: string, password: string): Promise<void> {
		const params = { path: { number, token } };
		return signed.begin(() =>
			ask(api.POST('/api/v1/invitations/{number}/{token}', { params, body: { password } }))
		);
	},

	takeLetter(body: Shapes['LetterTaken']): Promise<void> {
		return signed.begin(() => ask(api.POST('/api/v1/letters', { body })));
	},

	setUp(body: Shapes['SetupIn']): Promise<void> {
		return signed.begin(() => ask(api.POST('/api/v1/setup', { body })));
	},

	forget(sign_in: string): Promise<unknown> {
		return ask(api.POST('/api/v1/password/forgotten', { body: { sign_in } }));
	},

	/** From now on one reads and is written to in a language. */
	chooseLanguage(language: string): Promise<unknown> {
		return ask(api.PUT('/api/v1/language', { body: { language } }));
	},

	changePassword(body: Shapes['PasswordChange']): Promise<unknown> {
		return ask(api.PUT('/api/v1/password', { body }));
	},

	/** Make a class of one's own, at the school that one looks at; gives its number. */
	async makeClass(body: Shapes['OwnClassMade']): Promise<number> {
		const params = { path: { school_id: signed.current?.school_id ?? 0 } };
		const { id } = await ask(api.POST('/api/v1/schools/{school_id}/own-classes', { params, body }));
		await signed.load();
		return id;
	},

	/** A class of one's own from a gradebook file, with its students, plan and scores. */
	async makeFromGradebook(body: Shapes['GradebookMade']): Promise<Shapes['FromGradebookOut']> {
		const params = { path: { school_id: signed.current?.school_id ?? 0 } };
		const made = await ask(api.POST('/api/v1/schools/{school_id}/own-classes/gradebook', { params, body }));
		await signed.load();
		return made;
	},

	/** Put one's classes in an order, each with what one calls it. */
	arrangeClasses(classes: Shapes['OwnClassIn'][]) {
		return ask(api.PUT('/api/v1/own-classes', { body: { classes } }));
	},

	beginSecondFactor(password: string) {
		return ask(api.POST('/api/v1/second-factor', { body: { password } }));
	},

	/** Give the app's first code; gives the recovery codes. */
	confirmSecondFactor(code: string) {
		return ask(api.POST('/api/v1/second-factor/confirm', { body: { code } }));
	},

	makeRecoveryCodes(password: string) {
		return ask(api.POST('/api/v1/second-factor/recovery-codes', { body: { password } }));
	},

	endSecondFactor(password: string): Promise<unknown> {
		return ask(api.POST('/api/v1/second-factor/end', { body: { password } }));
	},

	endSession(session: number): Promise<unknown> {
		return ask(api.DELETE('/api/v1/sessions/{session}', { params: { path: { session } } }));
	}
};
