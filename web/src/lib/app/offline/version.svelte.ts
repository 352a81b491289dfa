/** Which version of the application a tab runs: it goes over to a new one as soon as nothing is lost by that. */
import type { QueryClient } from '@tanstack/svelte-query';
import { dev } from '$app/environment';
import { saving } from '$lib/app/saving/saving.svelte';

/** How often it is asked whether there is a new version, in ms, besides whenever the tab is looked at again. */
const ASK = 3_600_000;
/** How long a page may take to come, in ms, before the application is kept on this device all the same. */
const LONGEST = 10_000;

class Version {
	/** Whether a newer version has taken over, and this tab still runs the one before. */
	isOld = $state(false);

	/** Keep the application on this device once the first page is there, which is not to wait for that, and see to new versions of it. */
	async begin(queries: QueryClient): Promise<void> {
		const workers = 'serviceWorker' in navigator ? navigator.serviceWorker : null;
		if (!workers) return;
		await quiet(queries);
		let before = workers.controller;
		workers.addEventListener('controllerchange', () => {
			// The first to take over is this tab's own.
			if (before) this.#overtaken();
			before = workers.controller;
		});
		// Where a browser refuses, the page is as good as its connection.
		workers
			.register('/service-worker.js', { type: dev ? 'module' : 'classic' })
			.then((here) => {
				const ask = (): void => void here.update().catch(() => undefined);
				setInterval(ask, ASK);
				document.addEventListener('visibilitychange', () => {
					if (document.visibilityState === 'visible') ask();
					else this.#goOver();
				});
			})
			.catch(() => undefined);
	}

	#overtaken(): void {
		this.isOld = true;
		this.#goOver();
	}

	/** A tab that nobody looks at is loaded anew, unless something stands half typed in it. */
	#goOver(): void {
		const typing = document.activeElement?.closest('input, textarea, [contenteditable], [role=grid]');
		const asking = document.querySelector('[role=dialog], [role=alertdialog]');
		if (this.isOld && document.hidden && saving.isSettled && !typing && !asking) location.reload();
	}
}

/** Until all that was asked for has come. */
function quiet(queries: QueryClient): Promise<void> {
	return new Promise((done) => {
		const timer = setTimeout(end, LONGEST);
		const leave = queries.getQueryCache().subscribe((event) => {
			const hasCome = event.type === 'updated' && ['success', 'error'].includes(event.action.type);
			if (hasCome && !queries.isFetching()) end();
		});
		function end(): void {
			clearTimeout(timer);
			leave();
			done();
		}
	});
}

export const version = new Version();
