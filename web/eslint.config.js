import { readdirSync } from 'node:fs';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/** What files may not take from: a folder of `lib` by its name, and why. */
const forbid = (files, folders, message) => ({
	files: [`src/lib/${files}/**`],
	rules: {
		'no-restricted-imports': [
			'error',
			{ patterns: [{ regex: `^(\\$lib|(\\.\\./)*\\.\\.)/(${folders.join('|')})(/|$)`, message }] }
		]
	}
});

/** `api`, `words` and `ui` know no place; `app` stands on them, `class` on `app`, each place on these and on no other place. */
const layers = () => {
	const places = readdirSync('src/lib/places', { withFileTypes: true })
		.filter((each) => each.isDirectory())
		.map((each) => each.name);
	const points = 'Nothing points up: api, words, ui; app; class; places.';
	return [
		forbid('{api,words,ui}', ['app', 'class', 'places'], points),
		forbid('app', ['class', 'places'], points),
		forbid('class', ['places'], points),
		...places.map((each) =>
			forbid(
				`places/${each}`,
				['places', ...places.filter((other) => other !== each)],
				'A place takes nothing from another: what two need stands in class, app or ui.'
			)
		)
	];
};

const keys = {
	selector: "Property[key.name='queryKey'] > ArrayExpression",
	message: 'Keys of what is fetched stand in lib/api/queries alone.'
};
const calls = {
	selector: "CallExpression[callee.object.name='api']",
	message:
		'A component asks the API for nothing: what is fetched stands in lib/api/queries, a change with what it makes stale.'
};

export default ts.config(
	{ ignores: ['build/', '.svelte-kit/', 'src/lib/api/schema.d.ts'] },
	...ts.configs.recommended,
	...svelte.configs.recommended,
	{ languageOptions: { globals: { ...globals.browser, ...globals.node } } },
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: { parserOptions: { parser: ts.parser, svelteConfig } }
	},
	{ rules: { 'svelte/no-navigation-without-resolve': 'off' } },
	{
		// What is begun is waited for, or said not to be: a failure that nobody hears is work that is lost.
		files: ['src/**/*.ts', 'src/**/*.svelte'],
		languageOptions: { parserOptions: { projectService: true, extraFileExtensions: ['.svelte'] } },
		rules: {
			'@typescript-eslint/no-floating-promises': 'error',
			'@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }]
		}
	},
	...layers(),
	{
		files: ['src/**'],
		ignores: ['src/lib/api/queries/*.ts', '**/*.test.ts'],
		rules: { 'no-restricted-syntax': ['error', keys] }
	},
	{
		files: ['src/**/*.svelte'],
		rules: { 'no-restricted-syntax': ['error', keys, calls] }
	}
);
