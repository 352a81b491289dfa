/** Bringing scores in from a table: read once, looked at anew with each choice, then taken as one act. */
import { api, ask, words, type Shapes } from '$lib/api/client';
import type { ThisClass } from '$lib/class/thisClass';

export type ScoreFile = Shapes['ScoreFileOut'];
export type ScoreColumn = Shapes['ScoreColumnOut'];
export type ScoreCell = Shapes['ScoreCellOut'];
type Choices = Required<Shapes['ScoreChoicesIn']>;

const NOTHING: Choices = { columns: {}, students: {}, words: {}, cells: {} };

export class ScoreTaking {
	/** The table as it was read; null before one is chosen. */
	table = $state.raw<{ name: string; told: string; rows: string[][] } | null>(null);
	/** What it would change, with what was chosen about it. */
	found = $state.raw<ScoreFile | null>(null);
	problem = $state('');
	isBusy = $state(false);
	/** What was taken, and what was not and why. */
	taken = $state.raw<Shapes['ScoresTakenOut'] | null>(null);
	#choices: Choices = NOTHING;
	/** Whether something was chosen while the server looked. */
	#isStale = false;
	/** Under which number it is taken, however often that is tried. */
	#request = '';

	constructor(
		private readonly here: ThisClass,
		private readonly term: () => number | undefined
	) {}

	/** Read a file; a pasted table is one too. */
	async read(file: File): Promise<void> {
		this.forget();
		this.isBusy = true;
		const form = new FormData();
		form.set('file', file);
		try {
			const { told, rows } = await ask(
				api.POST('/api/v1/classes/{class_id}/scores-table', {
					params: { path: { class_id: this.here.id } },
					body: { file: file.name },
					bodySerializer: () => form
				})
			);
			this.table = { name: file.name, told, rows };
			await this.#look();
		} catch (error) {
			this.problem = words(error);
		} finally {
			this.isBusy = false;
		}
	}

	/** Put the table away; nothing was changed by it. */
	forget(): void {
		this.table = null;
		this.found = null;
		this.problem = '';
		this.taken = null;
		this.#choices = NOTHING;
		this.#request = crypto.randomUUID();
	}

	/** What a column is, in part. */
	chooseColumn(place: number, chosen: Record<string, unknown>): Promise<void> {
		const before = this.#choices.columns[place] ?? {};
		return this.#choose({ columns: { ...this.#choices.columns, [place]: { ...before, ...chosen } } });
	}

	/** Whom a line is about. */
	chooseStudent(line: number, student: number): Promise<void> {
		return this.#choose({ students: { ...this.#choices.students, [line]: student } });
	}

	/** What a word stands for: a code, '' for a blank, null where it is left out. */
	chooseWord(text: string, standsFor: string | null): Promise<void> {
		return this.#choose({ words: { ...this.#choices.words, [text.toLowerCase()]: standsFor } });
	}

	/** Whether some cells are taken. */
	chooseCells(keys: string[], isTaken: boolean): Promise<void> {
		const chosen = Object.fromEntries(keys.map((key) => [key, isTaken]));
		return this.#choose({ cells: { ...this.#choices.cells, ...chosen } });
	}

	async #choose(chosen: Partial<Choices>): Promise<void> {
		this.#choices = { ...this.#choices, ...chosen };
		if (this.isBusy) this.#isStale = true;
		else await this.#look();
	}

	async #look(): Promise<void> {
		this.isBusy = true;
		try {
			do {
				this.#isStale = false;
				const table = this.table;
				if (!table) return;
				const body = { ...table, term: this.term() ?? null, choices: this.#choices };
				const params = { path: { class_id: this.here.id } };
				this.found = await ask(api.POST('/api/v1/classes/{class_id}/scores-file', { params, body }));
				this.problem = '';
			} while (this.#isStale);
		} catch (error) {
			this.problem = words(error);
		} finally {
			this.isBusy = false;
		}
	}

	/** Take what is chosen. Gives how many scores were entered; what was not is told. */
	async take(): Promise<void> {
		const { table, found } = this;
		if (!table || !found) return;
		this.isBusy = true;
		const params = { path: { class_id: this.here.id } };
		const body = {
			...table,
			term: this.term() ?? null,
			choices: this.#choices,
			request: this.#request,
			seen: found.seen
		};
		try {
			this.taken = await this.here.changing.make(() =>
				ask(api.POST('/api/v1/classes/{class_id}/scores-file/take', { params, body }))
			);
			this.table = null;
			this.found = null;
		} catch (error) {
			this.problem = words(error);
		} finally {
			this.isBusy = false;
		}
	}
}
