/** What all components hold to, counted in their sources. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const sources = readdirSync('src', { recursive: true, encoding: 'utf8' })
	.filter((each) => each.endsWith('.svelte'))
	.map((name) => ({ name, text: readFileSync(`src/${name}`, 'utf8') }));
const styles = (text: string) => /<style>[^]*<\/style>/.exec(text)?.[0] ?? '';
const holding = (what: RegExp) => sources.filter(({ text }) => what.test(text)).map(({ name }) => name);

/** How many properties a component takes: the names between the braces of what `$props()` gives. */
function taken(text: string): number {
	const [before, after] = text.split(/=\s*\$props\(\)/);
	if (after === undefined) return 0;
	const names =
		/let \{((?:[^{}]|\{[^{}]*\})*)\}/.exec(before!.slice(before!.lastIndexOf('\tlet {')))?.[1] ?? '';
	return names.replace(/\{[^{}]*\}|\([^()]*\)/g, '').split(',').filter((each) => each.trim()).length; // prettier-ignore
}

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

	it('has one job: at most 250 lines, but for the grid and its row, whose paint belongs to what is painted', () => {
		const long = sources.filter(({ text }) => text.trimEnd().split('\n').length > 250);
		expect(long.map(({ name }) => name).toSorted()).toEqual([
			'lib/places/scores/grid/Grid.svelte',
			'lib/places/scores/grid/GridRow.svelte'
		]);
	});

	it('takes at most seven properties, but for fields, which are as the place needs them, and the row of the grid', () => {
		const many = sources.filter(({ text }) => taken(text) > 7).map(({ name }) => name);
		expect(many.toSorted()).toEqual([
			'lib/places/scores/grid/GridRow.svelte',
			'lib/places/scores/lens/BesideField.svelte',
			'lib/places/stack/PaperLine.svelte',
			'lib/ui/InPlace.svelte',
			'lib/ui/date-field/DateField.svelte',
			'lib/ui/select/Select.svelte'
		]);
	});
});
