/** Opening a gradebook file over an empty class: tried first, with whom and what its names stand for. */
import { api, ask, words, type Shapes } from '$lib/api/client';
import type { ThisClass } from '$lib/class/thisClass';

/** As much as the server takes, in characters. */
const LONGEST = 2_000_000;

export class Opening {
	name = $state('');
	/** What opening would make; null before a file is read. */
	found = $state.raw<Shapes['OpenedGradebookOut'] | null>(null);
	problem = $state('');
	isBusy = $state(false);
	isDone = $state(false);
	#text = '';
	#students: Record<string, number | null> = {};
	#terms: Record<string, number | null> = {};

	constructor(private readonly here: ThisClass) {}

	async read(file: File): Promise<void> {
		this.forget();
		this.name = file.name;
		if (file.size > LONGEST) {
			this.problem = `${file.name} is larger than a gradebook file of one class can be.`;
			return;
		}
		this.#text = await file.text();
		await this.#look();
	}

	forget(): void {
		this.found = null;
		this.problem = '';
		this.isDone = false;
		this.#text = '';
		this.#students = {};
		this.#terms = {};
	}

	/** Whom a name in the file stands for; null leaves them out. */
	chooseStudent(name: string, student: number | null): Promise<void> {
		this.#students = { ...this.#students, [name]: student };
		return this.#look();
	}

	chooseTerm(name: string, term: number | null): Promise<void> {
		this.#terms = { ...this.#terms, [name]: term };
		return this.#look();
	}

	async open(): Promise<void> {
		await this.#tried(() => this.here.changing.make(() => this.#send(false)));
		if (!this.problem) this.isDone = true;
	}

	#look(): Promise<void> {
		return this.#tried(() => this.#send(true));
	}

	#send(dry_run: boolean): Promise<Shapes['OpenedGradebookOut']> {
		const params = { path: { class_id: this.here.id } };
		const body = { text: this.#text, students: this.#students, terms: this.#terms, dry_run };
		return ask(api.POST('/api/v1/classes/{class_id}/gradebook-file', { params, body }));
	}

	async #tried(send: () => Promise<Shapes['OpenedGradebookOut']>): Promise<void> {
		this.isBusy = true;
		this.problem = '';
		try {
			this.found = await send();
		} catch (error) {
			this.problem = words(error);
		} finally {
			this.isBusy = false;
		}
	}
}
