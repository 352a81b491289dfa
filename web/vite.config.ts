import { readFile } from 'node:fs/promises';
import { parse } from '@formatjs/icu-messageformat-parser';
import tailwindcss from '@tailwindcss/vite';
import { sveltekit } from '@sveltejs/kit/vite';
import { svelteTesting } from '@testing-library/svelte/vite';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';

const PARSER = '@formatjs/icu-messageformat-parser';

/** Messages come to the browser parsed, so that no parser has to come with them. */
const messages: Plugin = {
	name: 'messages',
	enforce: 'pre',
	async load(id) {
		if (!/\/words\/messages\/[\w.]+\.json$/.test(id)) return null;
		const words = JSON.parse(await readFile(id, 'utf-8')) as Record<string, string>;
		return JSON.stringify(Object.fromEntries(Object.entries(words).map(([key, each]) => [key, parse(each)])));
	}
};

export default defineConfig({
	plugins: [messages, tailwindcss(), sveltekit(), svelteTesting()],
	resolve: { alias: { [PARSER]: `${PARSER}/no-parser.js` } },
	// What at least so many pages and parts stand on comes in one file, which is smaller than many small ones.
	build: {
		rolldownOptions: { output: { codeSplitting: { groups: [{ name: 'frame', minShareCount: 23 }] } } }
	},
	server: { proxy: { '/api': 'http://127.0.0.1:8000' } },
	test: {
		environment: 'happy-dom',
		testTimeout: 30_000,
		setupFiles: 'src/lib/tests/setup.ts',
		maxWorkers: '100%',
		include: ['src/**/*.test.ts']
	}
});
