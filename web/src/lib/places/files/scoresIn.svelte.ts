/** Scores from a table: its columns, the students, the words in it, and each cell. */
import { api, ask, type Shapes } from '$lib/api/client';
import type { ThisClass } from '$lib/class/thisClass';
import { asForm, TableTaking, type Table } from './taking.svelte';

export type ScoreFile = Shapes['ScoreFileOut'];
export type ScoreColumn = Shapes['ScoreColumnOut'];
export type ScoreCell = Shapes['ScoreCellOut'];
type Choices = Required<Shapes['ScoreChoicesIn']>;

export class ScoreTaking extends TableTaking<ScoreFile, Choices, Shapes['ScoresTakenOut']> {
	constructor(
		private readonly here: ThisClass,
		private readonly term: () => number | undefined
	) {
		super({ columns: {}, students: {}, words: {}, cells: {} });
	}

	/** What a column is, in part. */
	chooseColumn(place: number, chosen: Record<string, unknown>): Promise<void> {
		const before = this.choices.columns[place] ?? {};
		return this.choose({ columns: { ...this.choices.columns, [place]: { ...before, ...chosen } } });
	}

	/** Whom a line is about. */
	chooseStudent(line: number, student: number): Promise<void> {
		return this.choose({ students: { ...this.choices.students, [line]: student } });
	}

	/** What a word stands for: a code, '' for a blank, null where it is left out. */
	chooseWord(text: string, standsFor: string | null): Promise<void> {
		return this.choose({ words: { ...this.choices.words, [text.toLowerCase()]: standsFor } });
	}

	/** Whether some cells are taken. */
	chooseCells(keys: string[], isTaken: boolean): Promise<void> {
		const chosen = Object.fromEntries(keys.map((key) => [key, isTaken]));
		return this.choose({ cells: { ...this.choices.cells, ...chosen } });
	}

	protected tableOf(file: File): Promise<Shapes['FileTableOut']> {
		const given = { params: this.#params, body: { file: file.name }, bodySerializer: () => asForm(file) };
		return ask(api.POST('/api/v1/classes/{class_id}/scores-table', given));
	}

	protected look(table: Table): Promise<ScoreFile> {
		const body = this.#body(table);
		return ask(api.POST('/api/v1/classes/{class_id}/scores-file', { params: this.#params, body }));
	}

	protected send(table: Table, found: ScoreFile): Promise<Shapes['ScoresTakenOut']> {
		const body = { ...this.#body(table), request: this.request, seen: found.seen };
		return this.here.changing.make(() =>
			ask(api.POST('/api/v1/classes/{class_id}/scores-file/take', { params: this.#params, body }))
		);
	}

	get #params() {
		return { path: { class_id: this.here.id } };
	}

	#body(table: Table) {
		return { ...table, term: this.term() ?? null, choices: this.choices };
	}
}
