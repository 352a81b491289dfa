/** What can be done in the place where one is: the palette offers it beside what can be done everywhere. */
export interface Command {
	/** What it does, as a button would say it. */
	name: string;
	/** What it is done to, or by which key. */
	words: string;
	act: () => unknown;
}

class Commands {
	readonly #offers = new Set<() => Command[]>();

	/** Offer what `make` gives each time it is asked for, until the function returned is called. */
	offer(make: () => Command[]): () => void {
		this.#offers.add(make);
		return () => this.#offers.delete(make);
	}

	/** What is offered now. */
	get here(): Command[] {
		return [...this.#offers].flatMap((make) => make());
	}
}

export const commands = new Commands();
