<script lang="ts">
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import { on } from 'svelte/events';
	import { QueryClient, QueryClientProvider } from '@tanstack/svelte-query';
	import { beforeNavigate, goto } from '$app/navigation';
	import { page } from '$app/state';
	import { Refusal, words } from '$lib/api/client';
	import Bar from '$lib/app/Bar.svelte';
	import { forget } from '$lib/app/changing';
	import StaleLine from '$lib/app/StaleLine.svelte';
	import VersionLine from '$lib/app/VersionLine.svelte';
	import NoticeLine from '$lib/app/NoticeLine.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { answers } from '$lib/app/offline/answers';
	import { version } from '$lib/app/offline/version.svelte';
	import { signed } from '$lib/app/session.svelte';
	import { theme } from '$lib/app/theme.svelte';
	import { saving } from '$lib/app/saving/saving.svelte';
	import { toFirst } from '$lib/ui/focus';
	import Later from '$lib/ui/Later.svelte';

	let { children }: { children: Snippet } = $props();
	let problem = $state('');
	const queries = new QueryClient({
		defaultOptions: {
			queries: {
				staleTime: 5000,
				// Whether Hoarfrost can be reached is for the request to find out; what was seen last is shown meanwhile.
				networkMode: 'always',
				refetchOnReconnect: true,
				retry: (count, error) => error instanceof Refusal && error.isPassing && navigator.onLine && count < 3,
				persister: answers.fetched
			}
		}
	});
	/** Pages for who is not signed in yet. */
	const DOORS = ['/sign-in', '/setup', '/letter', '/forgotten', '/invitation', '/notices', '/sheet'];
	const isDoor = $derived(DOORS.some((each) => `${page.url.pathname}/`.startsWith(`${each}/`)));

	onMount(async () => {
		theme.begin();
		answers.follow(queries);
		void version.begin(queries);
		await load();
	});

	// Who is signed in is asked again once that can be answered.
	$effect(() => {
		if (!signed.isKept) return;
		const again = (): void => void signed.load().catch(() => undefined);
		const timer = setInterval(again, 8000);
		const deaf = on(window, 'online', again);
		return () => {
			clearInterval(timer);
			deaf();
		};
	});

	async function load(): Promise<void> {
		problem = '';
		try {
			await signed.load();
		} catch (error) {
			problem = words(error);
		}
	}

	$effect(() => {
		if (signed.current?.is_empty && page.url.pathname !== '/setup') void goto('/setup');
		else if (signed.current && !signed.isIn && !isDoor) {
			void goto(`/sign-in?next=${encodeURIComponent(page.url.pathname + page.url.search)}`);
		}
	});

	// Somebody signs out, or looks at another school: nothing of what was there stays on the page.
	let person: number | null = null;
	let school: number | null = null;
	$effect(() => {
		const now = signed.current?.person_id ?? null;
		const here = signed.current?.school_id ?? null;
		if (person !== null && person !== now) forget(queries);
		else if (school !== null && school !== here) void queries.resetQueries();
		person = now;
		school = here;
	});

	$effect(() => {
		if (saving.isFleeting)
			notice.problem(
				'This browser does not keep what you enter: its storage is off, or full. It is sent from this tab alone; leave the tab open until all is saved.'
			);
	});

	/** What is being typed is entered, as when one goes on to another field. */
	function finish(): void {
		(document.activeElement as HTMLElement | null)?.blur();
	}

	beforeNavigate(() => {
		notice.clear();
		finish();
	});

	/** Past the bar, and in a class past its head: to the first thing of the page itself. */
	function toPage(): void {
		toFirst(document.querySelector('main'));
	}

	function onbeforeunload(event: BeforeUnloadEvent): void {
		finish();
		if (saving.others || saving.entries.length) event.preventDefault();
	}
</script>

<svelte:window {onbeforeunload} />

<QueryClientProvider client={queries}>
	<!-- The frame: bar, lines and a page that has the rest of the window; one that fills it scrolls inside. -->
	<div
		class="flex min-h-dvh flex-col has-data-fills:lg:h-dvh print:block print:h-auto [&>:not(main,[data-grows])]:flex-none [&>main]:w-full"
	>
		{#if problem}
			<main class="p-6">
				<p class="problem" role="alert">{problem}</p>
				<button class="btn mt-3" onclick={load}>Try again</button>
			</main>
		{:else if signed.lacksSecondFactor && !isDoor}
			<Later part={() => import('$lib/places/account/SecondFactorFirst.svelte')}>
				{#snippet children(SecondFactorFirst)}<SecondFactorFirst />{/snippet}
			</Later>
		{:else if signed.current && (signed.isIn || isDoor)}
			{#if signed.isIn && !isDoor}
				<button class="screen-only sr-only focus:not-sr-only" onclick={toPage}
					>To the page, past the bar</button
				>
				<Bar />
				<VersionLine />
				<StaleLine />
				<Later part={() => import('$lib/app/SessionLost.svelte')} when={signed.lost !== null}>
					{#snippet children(SessionLost)}<SessionLost />{/snippet}
				</Later>
			{/if}
			<svelte:boundary onerror={(error) => console.error(error)}>
				{@render children()}
				{#snippet failed(error, reset)}
					<main class="p-6">
						<h1 class="mb-2 font-name text-title font-semibold">This page met a fault</h1>
						<p class="problem" role="alert">{words(error)}</p>
						<p class="my-3">
							What you entered is kept. Go on from here; if it comes again, load the page anew.
						</p>
						<button class="btn" onclick={reset}>Show it again</button>
						<a class="btn quiet" href={signed.home} onclick={reset}>Go to the first page</a>
					</main>
				{/snippet}
			</svelte:boundary>
		{:else}
			<p class="p-6 text-slate" role="status">One moment…</p>
		{/if}
	</div>
	<NoticeLine />
</QueryClientProvider>
