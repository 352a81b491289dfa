/** Adding one thing after another without waiting: what is refused comes back, unless the next is being typed by then. */
import { Refusal, words, type Code } from '$lib/api/client';

export class Adding {
	problem = $state<{ text: string; field: string | null; code: Code | null } | null>(null);

	/** Add what is called `name`; gives what was made. Where it is refused, `back` puts what was typed back if there is room. */
	async tried<T>(work: Promise<T>, name: string, back: () => boolean): Promise<T | null> {
		try {
			const made = await work;
			this.problem = null;
			return made;
		} catch (error) {
			const text = back() ? words(error) : `${name} was not added: ${words(error)}`;
			const { field, code } = error instanceof Refusal ? error : { field: null, code: null };
			this.problem = { text, field, code };
			return null;
		}
	}

	isWrong(field: string): 'true' | undefined {
		return this.problem?.field === field ? 'true' : undefined;
	}
}
