/** What a form sends: whether it is on its way, and what was refused, at the field that it was refused for. */
import { createContext } from 'svelte';
import { SvelteSet } from 'svelte/reactivity';
import { Refusal, words } from '$lib/api/client';

export class Sending {
	isOn = $state(false);
	/** The names of the fields that stand in the form. */
	readonly fields = new SvelteSet<string>();
	#problem = $state.raw<{ text: string; field: string | null } | null>(null);

	/** Why a field was refused; empty where it was not. */
	of(field: string): string {
		return this.#problem?.field === field ? this.#problem.text : '';
	}

	/** What was refused of no field that is here. */
	get rest(): string {
		const { text = '', field = null } = this.#problem ?? {};
		return field !== null && this.fields.has(field) ? '' : text;
	}

	/** Send it, unless it is on its way already; true where it was taken. */
	async run(send: () => Promise<unknown>): Promise<boolean> {
		if (this.isOn) return false;
		this.isOn = true;
		try {
			await send();
			this.#problem = null;
			return true;
		} catch (error) {
			this.#problem = { text: words(error), field: error instanceof Refusal ? error.field : null };
			return false;
		} finally {
			this.isOn = false;
		}
	}
}

/** The form that a field stands in. */
export const [sending, provideSending] = createContext<Sending>();
