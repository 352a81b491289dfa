/** Overrides from a table: what its columns are, whom its lines are about, and which lines are taken. */
import { api, ask, type Shapes } from '$lib/api/client';
import { override } from '$lib/class/overriding';
import type { ThisClass } from '$lib/class/thisClass';
import { asForm, TableTaking, type Table } from './taking.svelte';

export type OverrideFile = Shapes['OverrideFileOut'];
type Term = Pick<Shapes['ReportOut'], 'term_id' | 'term'>;
interface Choices {
	fields: Record<string, string> | null;
	students: Record<string, number>;
	lines: Record<string, boolean>;
}

export class OverrideTaking extends TableTaking<OverrideFile, Choices, number> {
	/** Whether percents above 100 are meant. */
	isMeant = $state(false);

	/** The term that the table was read for: another one may be looked at meanwhile. */
	term = $state.raw<Term>({ term_id: 0, term: '' });

	constructor(
		private readonly here: ThisClass,
		private readonly shown: () => Term
	) {
		super({ fields: null, students: {}, lines: {} });
	}

	/** What the columns are, by their places. */
	chooseFields(fields: Record<string, string>): Promise<void> {
		return this.choose({ fields });
	}

	/** Whom a line is about. */
	chooseStudent(line: number, student: number): Promise<void> {
		return this.choose({ students: { ...this.choices.students, [line]: student } });
	}

	/** Whether a line is taken. */
	chooseLine(line: number, isTaken: boolean): Promise<void> {
		return this.choose({ lines: { ...this.choices.lines, [line]: isTaken } });
	}

	override forget(): void {
		super.forget();
		this.isMeant = false;
	}

	protected tableOf(file: File): Promise<Shapes['FileTableOut']> {
		this.term = this.shown();
		const given = { params: this.#params, body: { file: file.name }, bodySerializer: () => asForm(file) };
		return ask(api.POST('/api/v1/classes/{class_id}/report/{term}/overrides-table', given));
	}

	protected look({ told, rows }: Table): Promise<OverrideFile> {
		const body = { told, rows, choices: this.choices };
		return ask(
			api.POST('/api/v1/classes/{class_id}/report/{term}/overrides-file', { params: this.#params, body })
		);
	}

	protected send(_: Table, found: OverrideFile): Promise<number> {
		const entries = found.changes
			.filter((each) => each.is_taken)
			.map(({ student_id: student, percent, mark, reason }) => ({ student, percent, mark, reason }));
		return override(this.here, this.term.term_id, entries, this.isMeant);
	}

	get #params() {
		return { path: { class_id: this.here.id, term: this.term.term_id } };
	}
}
