/** Sending a class's grades and scores to the register: each act is sent at once, and the page shows what came of it. */
import { api, ask, type Shapes } from '$lib/api/client';
import { createContext } from 'svelte';
import type { ThisClass } from '$lib/class/thisClass';

export type Sending = Shapes['SendingOut'];
export type Mend = Shapes['MendOut'];
export type Delivery = Shapes['DeliveryOut'];
export type Receipt = Shapes['ReceiptOut'];

export class ToRegister {
	constructor(
		readonly here: ThisClass,
		/** The term that is shown. */
		readonly term: () => number | undefined,
		/** What is shown. */
		readonly shown: () => Sending
	) {}

	setWhen(when: Shapes['When']) {
		const params = { path: this.#place };
		return this.#do(() =>
			ask(api.PUT('/api/v1/classes/{class_id}/sending/when', { params, body: { when } }))
		);
	}

	agree() {
		const params = { path: this.#place, query: { term_id: this.term() } };
		return this.#do(() => ask(api.POST('/api/v1/classes/{class_id}/sending/agree', { params })));
	}

	/** Say what something is at the register; nothing forgets what was said. */
	pair(kind: Shapes['PairedKind'], here: string, there: string) {
		const params = { path: this.#place };
		const body = { term_id: this.shown().term_id, kind, here, there };
		return this.#do(() => ask(api.PUT('/api/v1/classes/{class_id}/sending/pair', { params, body })));
	}

	send(body: Partial<Shapes['SendNowIn']> = {}) {
		const params = { path: this.#place };
		const whole = { ...NOTHING_CHOSEN, ...body, term_id: this.shown().term_id };
		return this.#do(() => ask(api.POST('/api/v1/classes/{class_id}/sending/send', { params, body: whole })));
	}

	/** What is new in one's classes, or in the chosen ones. */
	sendAll(body: Shapes['SendAllIn']) {
		return this.#do(() => ask(api.POST('/api/v1/sending', { body })));
	}

	tryAgain(delivery: number, lines: number[] = []) {
		const params = { path: { ...this.#place, delivery } };
		return this.#do(() =>
			ask(api.POST('/api/v1/classes/{class_id}/deliveries/{delivery}/try', { params, body: { lines } }))
		);
	}

	stop(delivery: number) {
		const params = { path: { ...this.#place, delivery } };
		return this.#do(() => ask(api.POST('/api/v1/classes/{class_id}/deliveries/{delivery}/stop', { params })));
	}

	/** Send an assignment, or the term's grades, under a new identifier. */
	beginAnew(key: string) {
		const params = { path: this.#place };
		const body = { term_id: this.shown().term_id, key };
		return this.#do(() => ask(api.POST('/api/v1/classes/{class_id}/sending/anew', { params, body })));
	}

	get #place(): { class_id: number } {
		return { class_id: this.here.id };
	}

	#do<T>(send: () => Promise<T>): Promise<T> {
		return this.here.changing.make(send);
	}
}

const NOTHING_CHOSEN = { grades: true, work: true, students: [], assignments: [], again: false };

/** How many lines were put out, in words. */
export function sentWords({ lines }: Shapes['SentOut']): string {
	return lines
		? `${lines} ${lines === 1 ? 'line is' : 'lines are'} on the way.`
		: 'There was nothing new to send.';
}

/** What sends from a part of the page. */
export const [toRegister, provideToRegister] = createContext<ToRegister>();
