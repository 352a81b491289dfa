/** The language of what families read. Its words stand in `messages`, a file a language; what people wrote stays as they wrote it. */
import { createLiteralElement, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { IntlMessageFormat } from 'intl-messageformat';
import { derived, writable } from 'svelte/store';
import { nameDays } from './days';
import en from './messages/en.json';

export type Message = keyof typeof en;
/** Each message parsed, as the build hands them over. */
type Messages = Record<Message, MessageFormatElement[]>;

/** The languages that one may choose, each in its own words. */
export const LANGUAGES: Record<string, string> = { en: 'English', sv: 'Svenska' };
/** No language of anybody's: English from right to left, by which it is seen that every part of a page can turn. */
export const MIRRORED = 'ar-XB';
const RIGHT_TO_LEFT = [MIRRORED];

const ENGLISH = parsed(en);
const OTHERS: Record<string, () => Promise<Messages>> = {
	sv: async () => parsed((await import('./messages/sv.json')).default),
	[MIRRORED]: async () =>
		Object.fromEntries(
			Object.entries(ENGLISH).map(([key, words]) => [
				key,
				[createLiteralElement('\u202b['), ...words, createLiteralElement(']\u202c')]
			])
		) as Messages
};

function parsed(messages: unknown): Messages {
	return messages as Messages;
}

/** The messages of a language, each made ready for its values when it is first asked for. */
class Catalogue {
	#ready = new Map<Message, IntlMessageFormat>();

	constructor(
		private language: string,
		private messages: Messages
	) {}

	words(message: Message, values: Record<string, string | number>): string {
		let format = this.#ready.get(message);
		if (!format)
			this.#ready.set(message, (format = new IntlMessageFormat(this.messages[message], this.language)));
		return String(format.format(values));
	}
}

const catalogue = writable(new Catalogue('en', ENGLISH));

/** A message in the language of whoever reads, with values in their places. */
export const t = derived(
	catalogue,
	($catalogue) =>
		(message: Message, values: Record<string, string | number> = {}): string =>
			$catalogue.words(message, values)
);

/** From now on the page speaks a language: one that was chosen, or else the browser's if it is one of them. */
export async function speak(chosen: string): Promise<void> {
	const wanted = chosen || navigator.language.split('-')[0]!;
	const language = wanted in LANGUAGES || wanted === MIRRORED ? wanted : 'en';
	catalogue.set(new Catalogue(language, (await OTHERS[language]?.()) ?? ENGLISH));
	nameDays(language);
	document.documentElement.lang = language === 'en' ? 'en-GB' : language;
	document.documentElement.dir = RIGHT_TO_LEFT.includes(language) ? 'rtl' : 'ltr';
}
