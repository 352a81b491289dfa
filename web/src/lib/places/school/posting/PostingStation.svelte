<script lang="ts">
	/** Posting: how far every class is with a term. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import Failed from '$lib/app/Failed.svelte';
	import { thisKeeping } from '../keeping';
	import Posting from './Posting.svelte';

	const school = thisKeeping().school_id;
	const year = createQuery(() => fetched.schoolYear(school, undefined));
	const windowed = $derived(year.data?.terms.filter((each) => each.window) ?? []);
	const term = $derived(
		year.data?.terms.find((each) => each.id === Number(page.url.searchParams.get('term'))) ??
			windowed.find((each) => each.window?.is_open) ??
			windowed[0] ??
			year.data?.terms[0]
	);
</script>

<main class="px-6 pt-3 pb-12 max-md:px-4">
	{#if year.isPending}<p class="text-slate" role="status">Opening the year…</p>
	{:else if !year.data}<Failed error={year.error} retry={year.refetch} />
	{:else if !term}
		<p class="text-slate">
			{year.data.year || 'This school'} has no terms yet. Make them in
			<a class="link" href="/school/year">Year</a>; how far each class is stands here then.
		</p>
	{:else}
		<nav class="mb-3 flex flex-wrap gap-x-6 gap-y-0" aria-label="Terms">
			{#each year.data.terms as each (each.id)}
				<a
					class="border-b-2 border-transparent py-1 text-body [&[aria-current]]:border-b-juniper [&[aria-current]]:font-semibold"
					href="/school/posting?term={each.id}"
					aria-current={each.id === term.id ? 'page' : undefined}
					>{each.name}{#if each.window?.is_open}<small class="ml-1.5 text-juniper">posting now</small>{/if}</a
				>
			{/each}
		</nav>
		{#key term.id}<Posting year={year.data} {term} />{/key}
	{/if}
</main>
