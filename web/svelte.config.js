import adapter from '@sveltejs/adapter-static';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** The whole front end is one page that finds its place itself; the server serves it for every address. */
export default {
	preprocess: vitePreprocess(),
	kit: {
		adapter: adapter({ fallback: 'index.html', strict: false, precompress: true }),
		serviceWorker: { register: false }
	}
};
