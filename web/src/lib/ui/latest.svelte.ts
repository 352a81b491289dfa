/** A value that is sent as a whole at each change: the next change builds on the last, whether that is saved yet or not. */
export class Latest<T> {
	#sent = $state.raw<{ value: T } | null>(null);
	#count = 0;

	/** `saved` is what is saved as far as the page knows; `send` ends once the page knows what came of it. */
	constructor(
		private readonly saved: () => T,
		private readonly send: (value: T) => Promise<unknown>
	) {}

	/** What was sent last, until it is known what came of it; then what is saved. */
	get now(): T {
		return this.#sent ? this.#sent.value : this.saved();
	}

	async change(make: (now: T) => T): Promise<void> {
		const value = make(this.now);
		const mine = ++this.#count;
		this.#sent = { value };
		try {
			await this.send(value);
		} finally {
			if (mine === this.#count) this.#sent = null;
		}
	}
}
