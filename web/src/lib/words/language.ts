/** The language of what families read. Its words stand in `messages`, a file a language; what people wrote stays as they wrote it. */
import { _, addMessages, getLocaleFromNavigator, init, locale, register } from 'svelte-i18n';
import { derived } from 'svelte/store';
import { nameDays } from './days';
import en from './messages/en.json';

export type Message = keyof typeof en;

/** The languages that one may choose, each in its own words. */
export const LANGUAGES: Record<string, string> = { en: 'English', sv: 'Svenska' };
/** No language of anybody's: English from right to left, by which it is seen that every part of a page can turn. */
export const MIRRORED = 'ar-XB';
const RIGHT_TO_LEFT = [MIRRORED];

addMessages('en', en);
register('sv', () => import('./messages/sv.json'));
register(MIRRORED, async () =>
	Object.fromEntries(Object.entries(en).map(([key, words]) => [key, `\u202b[${words}]\u202c`]))
);
void init({ fallbackLocale: 'en', initialLocale: 'en' });

/** A message in the language of whoever reads, with values in their places. */
export const t = derived(
	_,
	($_) =>
		(message: Message, values: Record<string, string | number> = {}): string =>
			$_(message, { values })
);

/** From now on the page speaks a language: one that was chosen, or else the browser's if it is one of them. */
export async function speak(chosen: string): Promise<void> {
	const wanted = chosen || (getLocaleFromNavigator() ?? '').split('-')[0]!;
	const language = wanted in LANGUAGES || wanted === MIRRORED ? wanted : 'en';
	await locale.set(language);
	nameDays(language);
	document.documentElement.lang = language === 'en' ? 'en-GB' : language;
	document.documentElement.dir = RIGHT_TO_LEFT.includes(language) ? 'rtl' : 'ltr';
}
