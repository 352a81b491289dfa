/** Which version of the application a tab runs: it goes over to a new one as soon as nothing is lost by that. */
import { dev } from '$app/environment';
import { saving } from '$lib/app/saving/saving.svelte';

/** How often it is asked whether there is a new version, in ms, besides whenever the tab is looked at again. */
const ASK = 3_600_000;

class Version {
	/** Whether a newer version has taken over, and this tab still runs the one before. */
	isOld = $state(false);

	/** Keep the application on this device, and see to new versions of it. */
	begin(): void {
		const workers = 'serviceWorker' in navigator ? navigator.serviceWorker : null;
		if (!workers) return;
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

export const version = new Version();
