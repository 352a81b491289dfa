/** The assignment that is open, field by field: each is kept as it is left; what is refused stays typed, with the reason. */
import { Refusal, words, type Code, type Shapes } from '$lib/api/client';
import type { ThisClass } from '$lib/class/thisClass';
import { Latest } from '$lib/ui/latest.svelte';

type Assignment = Shapes['AssignmentOut'];
type Body = Shapes['AssignmentIn'];
type Field = keyof Body;

export class OpenAssignment {
	/** What was refused, and of which field. */
	problem = $state<{ field: string; text: string; code: Code | null } | null>(null);

	/** Lists that are sent whole: a change builds on the last, saved or not. */
	readonly chosen = new Latest<number[]>(
		() => this.now?.chosen ?? [],
		(list) => this.change({ chosen: list }, 'chosen')
	);
	readonly standards = new Latest<string[]>(
		() => this.now?.standards ?? [],
		(list) => this.change({ standards: list }, 'standards')
	);
	readonly standardPoints = new Latest<Record<string, string>>(
		() => this.now?.standard_points ?? {},
		(points) => this.change({ standard_points: points }, 'standard_points')
	);
	readonly steps = new Latest<Record<string, unknown>[]>(
		() => this.now?.adjust ?? [],
		(list) => this.change({ adjust: list }, 'adjust')
	);

	constructor(
		private readonly here: ThisClass,
		private readonly of: () => Assignment | undefined
	) {}

	get now(): Assignment | undefined {
		return this.of();
	}

	async tried(work: Promise<unknown>, field: string): Promise<void> {
		try {
			await work;
			this.problem = null;
		} catch (error) {
			const told = error instanceof Refusal ? error : null;
			this.problem = { field: told?.field ?? field, text: words(error), code: told?.code ?? null };
		}
	}

	async change(body: Body, field: Field): Promise<void> {
		if (this.now) await this.tried(this.here.editing.changeAssignment(this.now, body), field);
	}

	async attach(file: File): Promise<void> {
		if (this.now) await this.tried(this.here.editing.attach(this.now.id, file), 'file');
	}

	async detach(): Promise<void> {
		if (this.now) await this.tried(this.here.editing.detach(this.now.id), 'file');
	}

	/** What keeps a text field as it is left; so the next two, a day and a tick. */
	typed(field: Field) {
		return (event: Event & { currentTarget: HTMLInputElement | HTMLTextAreaElement }) =>
			this.change({ [field]: event.currentTarget.value } as Body, field);
	}

	dated(field: Field) {
		return (day: string) => this.change({ [field]: day || null } as Body, field);
	}

	ticked(field: Field) {
		return (isOn: boolean) => this.change({ [field]: isOn } as Body, field);
	}

	/** When families see it. */
	get showing(): 'now' | 'in' | 'from' | 'never' {
		const each = this.now;
		return !each?.shown ? 'never' : each.shown_when_in ? 'in' : each.shown_from ? 'from' : 'now';
	}

	show(way: string): Promise<void> {
		const shown_from = way === 'from' ? (this.now?.due_on ?? null) : null;
		return this.change({ shown: way !== 'never', shown_when_in: way === 'in', shown_from }, 'shown_from');
	}
}
