/** How long a page is left alone before what may be wanted is fetched, in ms, where a browser does not tell when it is idle. */
const IDLE = 2000;

/** Do something as soon as the page has nothing else to do; gives what takes that back. */
export function whenIdle(act: () => void): () => void {
	if (!('requestIdleCallback' in window)) {
		const timer = setTimeout(act, IDLE);
		return () => clearTimeout(timer);
	}
	const idle = requestIdleCallback(act);
	return () => cancelIdleCallback(idle);
}
