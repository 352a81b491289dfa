<script lang="ts">
	/** Shared: what every class of the school has in common. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import Failed from '$lib/app/Failed.svelte';
	import { thisKeeping } from '../keeping';
	import TakeBack from '../TakeBack.svelte';
	import Audit from './Audit.svelte';
	import Cards from './Cards.svelte';
	import Families from './Families.svelte';
	import Installation from './Installation.svelte';
	import Logo from './Logo.svelte';
	import Scales from './Scales.svelte';
	import SchoolBank from './SchoolBank.svelte';
	import Standards from './Standards.svelte';

	const views = {
		scales: 'Scales and codes',
		cards: 'Report cards',
		standards: 'Standards',
		bank: 'Comment bank',
		families: 'Families',
		installation: 'Installation',
		audit: 'Audit'
	};
	const school = thisKeeping().school_id;
	const year = createQuery(() => fetched.schoolYear(school, undefined));
	const asked = $derived(page.url.searchParams.get('view') ?? '');
	const view = $derived(asked in views ? asked : 'scales');
</script>

<main class="grid grid-cols-[200px_minmax(0,1fr)] gap-x-10 px-6 pt-4 pb-12 max-md:grid-cols-1 max-md:px-4">
	<nav
		class="grid content-start gap-0.5 max-md:mb-4 max-md:flex max-md:flex-wrap max-md:gap-x-5"
		aria-label="Shared"
	>
		{#each Object.entries(views) as [name, said] (name)}
			<a
				class="border-l-2 border-transparent py-1 pl-2.5 text-slate [&[aria-current]]:border-l-juniper [&[aria-current]]:font-semibold [&[aria-current]]:text-ink"
				href="/school/shared?view={name}"
				aria-current={view === name ? 'page' : undefined}>{said}</a
			>
		{/each}
	</nav>
	<div>
		{#if year.isPending}<p class="text-slate" role="status">Opening what is shared…</p>
		{:else if !year.data}<Failed error={year.error} retry={year.refetch} />
		{:else}
			{#if view === 'standards' || view === 'scales'}<TakeBack change={year.data.last_change} />{/if}
			{#if view === 'scales'}<Scales />
			{:else if view === 'cards'}<Logo /><Cards year={year.data} />
			{:else if view === 'standards'}{#key JSON.stringify(year.data.standards)}<Standards
						year={year.data}
					/>{/key}
			{:else if view === 'families'}<Families />
			{:else if view === 'installation'}<Installation />
			{:else if view === 'audit'}<Audit />
			{:else}<SchoolBank />{/if}
		{/if}
	</div>
</main>
