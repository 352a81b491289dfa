<script lang="ts">
	/** A class by aliases, for whoever was given the address: without signing in, and without a name. */
	import { createQuery } from '@tanstack/svelte-query';
	import { Refusal } from '$lib/api/client';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import AliasTable from '$lib/class/family/AliasTable.svelte';
	import { longDay } from '$lib/words/days';
	import { t } from '$lib/words/door';

	let { secret }: { secret: string } = $props();
	const found = createQuery(() => fetched.aliasSheet(secret));
	const isNone = $derived(found.error instanceof Refusal && found.error.status === 404);
</script>

<svelte:head><title>{found.data?.name ?? $t('sheet.title')} · Hoarfrost</title></svelte:head>

<main class="px-6 py-8 max-md:px-4">
	{#if found.isPending}
		<p class="text-slate" role="status">{$t('sheet.fetching')}</p>
	{:else if found.data}
		{@const sheet = found.data}
		<p class="text-slate">{sheet.school}</p>
		<h1 class="mb-1 text-title">{sheet.name}</h1>
		<p class="mb-4 text-slate">
			{$t('sheet.as_of', {
				term: sheet.term,
				day: longDay(sheet.at.slice(0, 10)),
				time: sheet.at.slice(11, 16)
			})}
		</p>
		<AliasTable {sheet} />
	{:else if isNone}
		<h1 class="text-title">{$t('sheet.none_title')}</h1>
		<p class="mt-3 text-large leading-5.75" role="alert">{$t('sheet.none')}</p>
	{:else}
		<Failed error={found.error} retry={found.refetch} />
	{/if}
</main>
