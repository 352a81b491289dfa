/** The addresses of the API that sources name in links and downloads, beside those that there are. */
import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import openapi from '$lib/api/openapi.json';

/** An address with its places left open, and without what is asked for after it. */
const bare = (address: string) => address.replaceAll(/\$?\{[^}]*\}/g, '{}').replace(/\?.*$/, '');
const there = Object.keys(openapi.paths).map(bare);
/** Where a source leaves a part open that the API names, such as an ending, any will do. */
const fits = (address: string) =>
	there.includes(address) ||
	there.some((path) => new RegExp(`^${path.replaceAll('.', '[.]').replaceAll('{}', '[^/]+')}`).test(address));

it('are all there', () => {
	const named = readdirSync('src', { recursive: true, encoding: 'utf8' })
		.filter((name) => /\.(ts|svelte)$/.test(name) && !/\.test\.ts$|schema\.d\.ts$/.test(name))
		.flatMap((name) => [...readFileSync(`src/${name}`, 'utf8').matchAll(/["'`](\/api\/v1\/[^"'`\s]+)/g)])
		.map(([, address]) => bare(address!));
	expect(named.length).toBeGreaterThan(100);
	expect(named.filter((address) => !fits(address))).toEqual([]);
	expect(fits('/api/v1/year/terms/{}/reminders.csv')).toBe(false);
});
