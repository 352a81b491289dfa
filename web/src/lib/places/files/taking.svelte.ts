/** Bringing something in from a table: read once, looked at anew with each choice, then taken as one act. */
import { words, type Shapes } from '$lib/api/client';

export type Table = Shapes['FileTableOut'] & { name: string };

/** A file as it is sent. */
export function asForm(file: File): FormData {
	const form = new FormData();
	form.set('file', file);
	return form;
}

export abstract class TableTaking<Found, Choices, Taken> {
	/** The table as it was read; null before one is chosen. */
	table = $state.raw<Table | null>(null);
	/** What it would change, with what was chosen about it. */
	found = $state.raw<Found | null>(null);
	problem = $state('');
	isBusy = $state(false);
	/** What was taken. */
	taken = $state.raw<Taken | null>(null);
	protected choices: Choices;
	/** Under which number it is taken, however often that is tried. */
	protected request = '';
	/** Whether something was chosen while the server looked. */
	#isStale = false;

	constructor(private readonly nothing: Choices) {
		this.choices = nothing;
	}

	protected abstract tableOf(file: File): Promise<Shapes['FileTableOut']>;
	protected abstract look(table: Table): Promise<Found>;
	protected abstract send(table: Table, found: Found): Promise<Taken>;

	/** Read a file; a pasted table is one too. */
	async read(file: File, name = file.name): Promise<void> {
		this.forget();
		this.isBusy = true;
		try {
			this.table = { ...(await this.tableOf(file)), name };
			await this.#look();
		} catch (error) {
			this.problem = words(error);
		} finally {
			this.isBusy = false;
		}
	}

	readText(text: string): Promise<void> {
		return this.read(new File([text], 'pasted.txt', { type: 'text/plain' }), 'What was pasted');
	}

	/** Put the table away; nothing was changed by it. */
	forget(): void {
		this.table = null;
		this.found = null;
		this.problem = '';
		this.taken = null;
		this.choices = this.nothing;
		this.request = crypto.randomUUID();
	}

	/** Take what is chosen. What was not taken, and why, is told with it. */
	async take(): Promise<void> {
		const { table, found } = this;
		if (!table || !found) return;
		this.isBusy = true;
		try {
			this.taken = await this.send(table, found);
			this.table = null;
			this.found = null;
		} catch (error) {
			this.problem = words(error);
		} finally {
			this.isBusy = false;
		}
	}

	protected async choose(chosen: Partial<Choices>): Promise<void> {
		this.choices = { ...this.choices, ...chosen };
		if (this.isBusy) this.#isStale = true;
		else await this.#look();
	}

	async #look(): Promise<void> {
		this.isBusy = true;
		try {
			do {
				this.#isStale = false;
				if (!this.table) return;
				this.found = await this.look(this.table);
				this.problem = '';
			} while (this.#isStale);
		} catch (error) {
			this.problem = words(error);
		} finally {
			this.isBusy = false;
		}
	}
}
