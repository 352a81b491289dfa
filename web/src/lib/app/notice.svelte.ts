import { words } from '$lib/api/client';
import { keyed } from '$lib/words/keys';

/** How long it stays by itself, in ms. */
const FOR_WORDS = 6000;
const FOR_PROBLEM = 15_000;

/** One line at the foot of the page on what was just done or could not be done. */
class Notice {
	text = $state('');
	isProblem = $state(false);
	#timer: ReturnType<typeof setTimeout> | undefined;

	say(text: string): void {
		this.#show(text, false);
	}

	problem(text: string): void {
		this.#show(text, true);
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
		clearTimeout(this.#timer);
		this.text = '';
	}

	/** Somebody is reading it: it stays. */
	hold(): void {
		clearTimeout(this.#timer);
	}

	/** It goes as long after that as it would have gone after it came. */
	letGo(): void {
		this.hold();
		this.#timer = setTimeout(() => this.clear(), this.isProblem ? FOR_PROBLEM : FOR_WORDS);
	}

	#show(text: string, isProblem: boolean): void {
		this.text = keyed(text);
		this.isProblem = isProblem;
		this.letGo();
	}
}

export const notice = new Notice();
