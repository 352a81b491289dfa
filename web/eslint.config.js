import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

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
		files: ['src/**'],
		ignores: ['src/lib/api/queries.ts', '**/*.test.ts'],
		rules: {
			'no-restricted-syntax': [
				'error',
				{
					selector: "Property[key.name='queryKey'] > ArrayExpression",
					message: 'Keys of what is fetched stand in lib/api/queries.ts alone.'
				}
			]
		}
	}
);
