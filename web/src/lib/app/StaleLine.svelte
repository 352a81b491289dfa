<script lang="ts">
	/** What is shown and could not be fetched anew: the page stays, a line says that it is old, and it is tried again. */
	import { onMount } from 'svelte';
	import { useQueryClient, type Query } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import { t } from '$lib/words/language';
	import { longDay } from '$lib/words/days';
	import { signed } from './session.svelte';

	/** ms between two goes. */
	const PAUSE = 8000;
	const queries = useQueryClient();
	const cache = queries.getQueryCache();
	let old = $state.raw<Query[]>([]);

	const isOld = (query: Query): boolean =>
		query.state.status === 'error' && query.state.data !== undefined && query.isActive();

	onMount(() => {
		const look = () => {
			const found = cache.findAll({ predicate: isOld });
			if (found.length || old.length) old = found;
		};
		const timer = setInterval(() => old.length && !signed.lost && void again(), PAUSE);
		const leave = cache.subscribe(look);
		return () => {
			clearInterval(timer);
			leave();
		};
	});

	const since = $derived(Math.min(...old.map((each) => each.state.dataUpdatedAt)));

	/** The time of day, and the day where that is another. */
	const asOf = $derived.by(() => {
		const then = new Date(since);
		const time = then.toTimeString().slice(0, 5);
		return Date.now() - since < 18 * 3_600_000 ? time : `${longDay(localDay(then))} ${time}`;
	});

	const localDay = (of: Date): string =>
		`${of.getFullYear()}-${String(of.getMonth() + 1).padStart(2, '0')}-${String(of.getDate()).padStart(2, '0')}`;

	async function again(): Promise<void> {
		await Promise.allSettled(old.map((each) => each.fetch()));
	}
</script>

{#if old.length}
	<div
		class="screen-only flex flex-wrap items-center gap-x-4 border-b border-amber px-6 py-1 text-amber-ink"
		role="status"
	>
		<span>{$t('stale', { time: asOf, why: words(old[0]!.state.error) })}</span>
		<button class="link" onclick={again}>{$t('again')}</button>
	</div>
{/if}
