/**
 * Opens the application without a connection: its page and files are kept as of one version. What is asked of the API passes by,
 * for what a person sees is from now, or is kept by the page itself, which knows whose it is.
 */
import { build, files, version } from '$service-worker';

const worker = globalThis as unknown as ServiceWorkerGlobalScope;
const NAME = 'application ';
const HERE = NAME + version;
/** The one page, under whichever address. */
const PAGE = '/';
/** How long the page itself is waited for, in ms: a connection can be there and lead nowhere. */
const PATIENCE = 5000;
/** Addresses that are answered by the server alone. */
const PASSING = /^\/(api|ims|static)\//;

worker.addEventListener('install', (event) => {
	event.waitUntil(
		(async () => {
			const cache = await caches.open(HERE);
			await cache.addAll([...build, ...files]);
			// The page says who is signed in. What is kept is nobody's.
			await cache.add(new Request(PAGE, { credentials: 'omit' }));
			// It takes over at once; open pages go over to it when nothing is being typed in them.
			await worker.skipWaiting();
		})()
	);
});

worker.addEventListener('activate', (event) => {
	event.waitUntil(
		(async () => {
			const kept = (await caches.keys()).filter((each) => each.startsWith(NAME));
			// A page of the version before may still ask for parts of it; one of an older version is none any more.
			const old = kept.filter((each) => each !== HERE).slice(0, -1);
			await Promise.all(old.map((each) => caches.delete(each)));
			await worker.clients.claim();
		})()
	);
});

worker.addEventListener('fetch', (event) => {
	const { request } = event;
	const url = new URL(request.url);
	if (request.method !== 'GET' || url.origin !== worker.location.origin || PASSING.test(url.pathname)) return;
	if (request.mode === 'navigate') event.respondWith(page(request));
	else event.respondWith(caches.match(request).then((kept) => kept ?? fetch(request)));
});

/** The page from the server, or the kept one where that does not answer. */
async function page(request: Request): Promise<Response> {
	const kept = await (await caches.open(HERE)).match(PAGE);
	if (!kept) return fetch(request);
	try {
		const answer = await fetch(request, { signal: AbortSignal.timeout(PATIENCE) });
		// What stands between the page and the server may answer in its place, that it is away.
		return answer.status >= 500 ? kept : answer;
	} catch {
		return kept;
	}
}
