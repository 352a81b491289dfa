import { get } from 'svelte/store';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { longDay } from './days';
import { t as door } from './door';
import { LANGUAGES, messagesOf, MIRRORED, speak, t } from './language';
import doorEnglish from './messages/door.en.json?raw';
import doorSwedish from './messages/door.sv.json?raw';
import english from './messages/en.json?raw';
import swedish from './messages/sv.json?raw';

const read = (text: string) => JSON.parse(text) as Record<string, string>;
const places = (words: string) => [...words.matchAll(/\{(\w+)/g)].map(([, name]) => name).sort();

afterEach(() => {
	vi.restoreAllMocks();
	return speak('en');
});

describe('what families read', () => {
	it.each([
		['what families read', read(english), read(swedish)],
		['what is read before one signs in', read(doorEnglish), read(doorSwedish)]
	])('has every message in every language, with the same values in it: %s', (_, en, sv) => {
		expect(Object.keys(sv).sort()).toEqual(Object.keys(en).sort());
		for (const [key, words] of Object.entries(en))
			expect([key, places(sv[key]!)]).toEqual([key, places(words)]);
		expect(Object.keys(LANGUAGES)).toEqual(['en', 'sv']);
	});

	it('is in the language that was chosen, days and counts too', async () => {
		expect(get(t)('overview.missing_count', { count: 1 })).toBe('1 piece of work missing');
		expect(longDay('2032-01-14')).toBe('Wed 14 Jan');
		await speak('sv');
		expect(get(t)('overview.missing_count', { count: 1 })).toBe('1 uppgift saknas');
		expect(get(t)('overview.missing_count', { count: 3 })).toBe('3 uppgifter saknas');
		expect(longDay('2032-01-14')).toBe('ons 14 jan');
		expect(document.documentElement.lang).toBe('sv');
		expect(document.documentElement.dir).toBe('ltr');
	});

	it('is in it on every part of the page, and on one that comes later', async () => {
		await speak('sv');
		expect(get(door)('sign_in.do')).toBe('Logga in');
		const { default: words } = await import('./messages/door.en.json');
		const later = messagesOf(words, { sv: () => import('./messages/door.sv.json') });
		await vi.waitFor(() => expect(get(later)('letter.code')).toBe('Kod'));
	});

	it('is the first of the browser’s that there is, where nobody chose', async () => {
		vi.spyOn(navigator, 'languages', 'get').mockReturnValue(['de-DE', 'sv-SE', 'en']);
		await speak('');
		expect(get(t)('class.work')).toBe('Uppgifter');
	});

	it('turns to the left for a language that is written so', async () => {
		await speak(MIRRORED);
		expect(document.documentElement.dir).toBe('rtl');
		expect(get(t)('class.work')).toContain('Work');
		await speak('en');
		expect(document.documentElement.dir).toBe('ltr');
	});

	it('is English where a language is none that there is', async () => {
		await speak('xx');
		expect(get(t)('class.work')).toBe('Work');
		expect(document.documentElement.lang).toBe('en-GB');
	});
});
