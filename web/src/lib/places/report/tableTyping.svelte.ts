/** What is typed in the table of a report: an override or a word for effort, sent while one goes on to the next student. */
import { Refusal, words, type Shapes } from '$lib/api/client';
import { counted } from '$lib/words/plurals';
import type { Reporting } from './reporting';
import type { Row } from './rows';
import { readTyped, typedAgain } from '$lib/class/overriding';

export type Field = 'override' | 'effort';

interface Typed {
	student: number;
	field: Field;
	text: string;
}

export class TableTyping {
	/** What is being typed now. */
	now = $state<Typed | null>(null);
	/** What is on its way, by row and field: one types on meanwhile. */
	readonly onWay = $state<Record<string, string>>({});
	/** What was refused, by row and field: it stays as it was typed, with the reason. */
	readonly refused = $state<Record<string, { text: string; words: string; asks: boolean }>>({});
	#last: Field = 'override';
	/** All that was typed so far has been answered. */
	#sent: Promise<void> = Promise.resolve();

	constructor(
		private readonly report: () => Shapes['ReportOut'],
		private readonly reporting: Reporting
	) {}

	get hasEffort(): boolean {
		return this.report().collects.includes('effort');
	}

	key(student: number, field: Field): string {
		return `${field}-${student}`;
	}

	isIn(row: Row, field: Field): boolean {
		return this.now?.student === row.student_id && this.now.field === field;
	}

	/** Begin to type of a student, in the field one was in last unless another is named. False where they are not there. */
	begin(student: number, field: Field = this.#last): boolean {
		const row = this.#rowOf(student);
		if (!row) return false;
		const { levels_alone } = this.report();
		// Where levels stand alone there is no grade to put another in place of.
		if (levels_alone && !this.hasEffort) return false;
		this.#last = (field === 'effort' || levels_alone) && this.hasEffort ? 'effort' : 'override';
		const at = this.key(student, this.#last);
		const text = this.refused[at]?.text ?? this.onWay[at] ?? this.#saved(row, this.#last);
		this.now = { student, field: this.#last, text };
		return true;
	}

	/** Take what is being typed, and send it while one goes on. */
	take(): void {
		if (!this.now) return;
		const typed = this.now;
		this.now = null;
		const before = this.#sent;
		this.#sent = this.send(typed).then(() => before);
	}

	/** Leave what is being typed, and what was refused of it. */
	drop(): void {
		if (this.now) delete this.refused[this.key(this.now.student, this.now.field)];
		this.now = null;
	}

	/** `sure`: a percent above 100 is meant. */
	async send({ student, field, text }: Typed, sure = false): Promise<void> {
		const row = this.#rowOf(student);
		const at = this.key(student, field);
		if (!row) return;
		delete this.refused[at];
		if (text.trim() === (this.onWay[at] ?? this.#saved(row, field))) return;
		this.onWay[at] = text.trim();
		try {
			if (field === 'effort') await this.reporting.effort({ [student]: text });
			else {
				const read = readTyped(text, row.override?.reason ?? '');
				await this.reporting.override([{ student, ...read }], sure);
			}
		} catch (error) {
			const asks = error instanceof Refusal && error.code === 'above_100';
			this.refused[at] = { text, words: words(error), asks };
		} finally {
			if (this.onWay[at] === text.trim()) delete this.onWay[at];
		}
	}

	/** What the first of those chosen has goes into all below it. Gives what was done, in words. */
	async fillDown(chosen: number[]): Promise<string> {
		await this.#sent;
		const [first, ...rest] = this.report().rows.filter((row) => chosen.includes(row.student_id));
		if (!first || !rest.length)
			return 'Choose several students first: Shift and the arrows, or Ctrl and a click.';
		if (this.#last === 'effort' && this.hasEffort) {
			await this.reporting.effort(Object.fromEntries(rest.map((row) => [row.student_id, first.effort])));
		} else {
			const { percent, mark, reason } = first.override ?? { percent: '', mark: '', reason: '' };
			await this.reporting.override(
				rest.map((row) => ({ student: row.student_id, percent: percent ?? '', mark: mark ?? '', reason })),
				true
			);
		}
		return `Filled down to ${counted(rest.length, 'student')}. Ctrl Z takes it back.`;
	}

	#rowOf(student: number): Row | undefined {
		return this.report().rows.find((row) => row.student_id === student);
	}

	#saved(row: Row, field: Field): string {
		return field === 'effort' ? row.effort : typedAgain(row.override);
	}
}
