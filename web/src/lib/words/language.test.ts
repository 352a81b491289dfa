import { get } from 'svelte/store';
import { afterEach, describe, expect, it } from 'vitest';
import { longDay } from './days';
import { LANGUAGES, MIRRORED, speak, t } from './language';
import english from './messages/en.json?raw';
import swedish from './messages/sv.json?raw';

const en = JSON.parse(english) as Record<string, string>;
const sv = JSON.parse(swedish) as Record<string, string>;
const places = (words: string) => [...words.matchAll(/\{(\w+)/g)].map(([, name]) => name).sort();

afterEach(() => speak('en'));

describe('what families read', () => {
	it('has every message in every language, with the same values in it', () => {
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
