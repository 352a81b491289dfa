import tailwindcss from '@tailwindcss/vite';
import { sveltekit } from '@sveltejs/kit/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
	plugins: [tailwindcss(), sveltekit()],
	server: { proxy: { '/api': 'http://127.0.0.1:8000' } },
	resolve: process.env.VITEST ? { conditions: ['browser'] } : undefined,
	test: { environment: 'happy-dom', testTimeout: 30_000, include: ['src/**/*.test.ts'] }
});
