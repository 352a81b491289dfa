/** What all components hold to, counted in their sources. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const sources = readdirSync('src', { recursive: true, encoding: 'utf8' })
	.filter((each) => each.endsWith('.svelte'))
	.map((name) => ({ name, text: readFileSync(`src/${name}`, 'utf8') }));
const styles = (text: string) => /<style>[^]*<\/style>/.exec(text)?.[0] ?? '';
const holding = (what: RegExp) => sources.filter(({ text }) => what.test(text)).map(({ name }) => name);

describe('the markup', () => {
	it('says how it looks in utilities, and in a stylesheet only what these cannot say', () => {
		const lines = sources.map(({ text }) => styles(text)).filter(Boolean).map((each) => each.split('\n').length); // prettier-ignore
		expect(lines.reduce((sum, each) => sum + each, 0)).toBeLessThan(1100);
	});

	it('takes its colours from the tokens', () => {
		const own = sources.filter(({ text }) => /#[0-9a-f]{3,8}\b|\brgba?\(/i.test(styles(text)));
		expect(own.map(({ name }) => name)).toEqual([]);
	});

	it('has no control that each browser draws and words in its own way', () => {
		expect(holding(/<select\b|type="(date|time|color|file)"/)).toEqual([
			'lib/ui/file-choose/FileChoose.svelte'
		]);
	});
});
