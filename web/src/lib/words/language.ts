/**
 * The language of what families read. Its words stand in `messages`, a file a language, and apart those of the pages before one is
 * signed in (`door.ts`); what people wrote stays as they wrote it.
 */
import type { MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { IntlMessageFormat } from 'intl-messageformat';
import { derived, writable, type Readable } from 'svelte/store';
import { nameDays } from './days';
import en from './messages/en.json';

/** Each message parsed, as the build hands them over. */
export type Parsed = Record<string, MessageFormatElement[]>;
/** A message in the language of whoever reads, with values in their places. */
type Translate<Message> = (message: Message, values?: Record<string, string | number>) => string;

/** The languages that one may choose, each in its own words. */
export const LANGUAGES: Record<string, string> = { en: 'English', sv: 'Svenska' };
/** No language of anybody's: English from right to left, by which it is seen that every part of a page can turn. */
export const MIRRORED = 'ar-XB';

/** The messages of a language, each made ready for its values when it is first asked for. */
class Catalogue {
	#ready = new Map<string, IntlMessageFormat>();

	constructor(
		private language: string,
		private messages: Parsed
	) {}

	words(message: string, values: Record<string, string | number>): string {
		let format = this.#ready.get(message);
		if (!format)
			this.#ready.set(message, (format = new IntlMessageFormat(this.messages[message]!, this.language)));
		return String(format.format(values));
	}
}

let spoken = 'en';
/** What makes each part's messages those of a language: all that came to this page so far. */
const parts: ((language: string) => Promise<void>)[] = [];

/** The messages of a part of the pages: English comes with it, each other language once it is spoken. */
export function messagesOf<Message extends string>(
	english: Record<Message, unknown>,
	others: Record<string, () => Promise<{ default: unknown }>>
): Readable<Translate<Message>> {
	const inEnglish = english as Parsed;
	const catalogue = writable(new Catalogue('en', inEnglish));
	async function come(language: string): Promise<void> {
		const messages =
			language === MIRRORED
				? (await import('./mirrored')).mirrored(inEnglish)
				: ((await others[language]?.())?.default ?? inEnglish);
		catalogue.set(new Catalogue(language, messages as Parsed));
	}
	parts.push(come);
	if (spoken !== 'en') void come(spoken);
	return derived(
		catalogue,
		($catalogue) =>
			(message: Message, values = {}) =>
				$catalogue.words(message, values)
	);
}

export type Message = keyof typeof en;
/** What families read, and what stands on every page. */
export const t = messagesOf(en, { sv: () => import('./messages/sv.json') });

/** The language that the page speaks, by its code. */
export const language = (): string => spoken;

/** From now on the page speaks a language: one that was chosen, or else the first of the browser's that is one of them. */
export async function speak(chosen: string): Promise<void> {
	const wanted = chosen ? [chosen] : navigator.languages.map((each) => each.split('-')[0]!);
	const language = wanted.find((each) => each in LANGUAGES || each === MIRRORED) ?? 'en';
	spoken = language;
	await Promise.all(parts.map((come) => come(language)));
	nameDays(language);
	document.documentElement.lang = language === 'en' ? 'en-GB' : language;
	document.documentElement.dir = language === MIRRORED ? 'rtl' : 'ltr';
}
