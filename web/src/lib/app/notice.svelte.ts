import { words } from '$lib/api/client';
import { keyed } from '$lib/words/keys';

/** One line at the foot of the page on what was just done or could not be done. */
class Notice {
	text = $state('');
	isProblem = $state(false);
	#timer: ReturnType<typeof setTimeout> | undefined;

	say(text: string): void {
		this.#show(text, false, 6000);
	}

	problem(text: string): void {
		this.#show(text, true, 15_000);
	}

	/** Wait for something: that it is done is `said`, or why it could not be. */
	async tried<T>(work: Promise<T>, said?: string | ((done: T) => string)): Promise<void> {
		try {
			const done = await work;
			if (said) this.say(typeof said === 'string' ? said : said(done));
		} catch (error) {
			this.problem(words(error));
		}
	}

	clear(): void {
		this.text = '';
	}

	#show(text: string, isProblem: boolean, milliseconds: number): void {
		clearTimeout(this.#timer);
		this.text = keyed(text);
		this.isProblem = isProblem;
		this.#timer = setTimeout(() => this.clear(), milliseconds);
	}
}

export const notice = new Notice();
