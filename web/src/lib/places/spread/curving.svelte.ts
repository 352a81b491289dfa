/** Trying steps and minimums while they are typed or dragged, and putting them into the draft once they are let go of. */
import { api, ask, words, type Shapes } from '$lib/api/client';
import { inSpread } from '$lib/api/queries';
import { Latest } from '$lib/ui/latest.svelte';
import type { ThisClass } from '$lib/class/thisClass';
import type { Spread } from './line';

export type Step = Record<string, unknown>;
type Trial = Pick<Shapes['TriedSpreadIn'], 'steps' | 'minimums'>;

export class Curving {
	/** How the class would lie with what is being typed or dragged; null where nothing is. */
	tried = $state.raw<Spread | null>(null);
	problem = $state('');
	/** What is asked next once the answer to the last question is there; nothing in between is asked. */
	#next: Trial | null = null;
	#isAsking = false;
	/** Raised when what was asked does not matter any more. */
	#round = 0;
	readonly steps: Latest<Step[]>;

	constructor(
		private readonly here: ThisClass,
		/** The spread that is shown. */
		private readonly spread: () => Spread
	) {
		this.steps = new Latest<Step[]>(
			() => this.spread().steps,
			(steps) => this.#keep(() => this.#sendSteps(steps))
		);
	}

	/** Show what a trial would do, without keeping it. */
	try(trial: Trial): void {
		this.#next = trial;
		if (!this.#isAsking) void this.#ask();
	}

	async #ask(): Promise<void> {
		this.#isAsking = true;
		while (this.#next) {
			const round = this.#round;
			const { term_id: term, subject } = this.spread();
			const body = {
				term,
				kind: subject.kind,
				number: subject.kind === 'term' ? null : subject.id,
				...this.#next
			};
			this.#next = null;
			try {
				const answer = await ask(
					api.POST('/api/v1/classes/{class_id}/spread/tried', {
						params: { path: { class_id: this.here.id } },
						body
					})
				);
				if (round === this.#round) {
					this.tried = answer;
					this.problem = '';
				}
			} catch (error) {
				if (round === this.#round) this.problem = words(error);
			}
		}
		this.#isAsking = false;
	}

	/** Nothing is tried any more. */
	drop(): void {
		this.#round++;
		this.#next = null;
		this.tried = null;
		this.problem = '';
	}

	/** Put minimums into a scale of one's own, which the draft takes. */
	async keepMinimums(minimums: Record<string, string>): Promise<void> {
		const { scale, bands } = this.spread();
		const { id, out_of, is_shared } = scale;
		// One's own is another one than the school's, and is called so.
		const name = scale.is_own ? scale.name : `${scale.name.slice(0, 50)}, changed`;
		await this.#keep(() =>
			this.here.editing.saveScale(id, {
				name,
				out_of,
				is_shared: scale.is_own && is_shared,
				bands: bands.map(({ mark, min, value }) => ({ mark, min: minimums[mark] ?? min, value })).toReversed()
			})
		);
	}

	/** Put all of a trial into the draft. */
	async take({ steps, minimums }: { steps: Step[]; minimums: Record<string, string> }): Promise<void> {
		await this.steps.change(() => steps);
		await this.keepMinimums(minimums);
	}

	/** Note that a student who is close below a mark was looked at, or is not to count as such. */
	async lookAt(student: number, is_looked_at: boolean): Promise<void> {
		const params = { path: { class_id: this.here.id, term: this.spread().term_id, student } };
		const body = { is_looked_at };
		await this.here.changing.make(
			() => ask(api.PUT('/api/v1/classes/{class_id}/spread/{term}/looked-at/{student}', { params, body })),
			[inSpread(this.here.id)]
		);
	}

	async #sendSteps(adjust: Step[]): Promise<void> {
		const { term_id: term, subject, version } = this.spread();
		if (subject.kind === 'assignment')
			await this.here.editing.changeAssignment({ id: subject.id, version: version ?? 0 }, { adjust });
		else await this.here.editing.changeTerm(term, { adjust });
	}

	/** What was tried stays on the line until the page shows what was kept; what is refused stays typed, with the reason. */
	async #keep(send: () => Promise<void>): Promise<void> {
		try {
			await send();
			this.drop();
		} catch (error) {
			this.problem = words(error);
		}
	}
}
