import tailwindcss from '@tailwindcss/vite';
import { sveltekit } from '@sveltejs/kit/vite';
import { svelteTesting } from '@testing-library/svelte/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
	plugins: [tailwindcss(), sveltekit(), svelteTesting()],
	server: { proxy: { '/api': 'http://127.0.0.1:8000' } },
	test: {
		environment: 'happy-dom',
		testTimeout: 30_000,
		setupFiles: 'src/lib/tests/setup.ts',
		maxWorkers: '100%',
		include: ['src/**/*.test.ts']
	}
});
