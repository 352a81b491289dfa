<script lang="ts">
	/** What a student or guardian sees: nothing but their own, calm and whole. */
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { api, ask, words } from '$lib/api/client';
	import FamilyClass from '$lib/family/FamilyClass.svelte';
	import Ribbon from '$lib/frame/Ribbon.svelte';

	const student = $derived(Number(page.params['student']));
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const wanted = $derived(Number(page.url.searchParams.get('class')) || undefined);
	const family = createQuery(() => ({
		queryKey: ['family', student, term],
		queryFn: () =>
			ask(
				api.GET('/api/families/{student_id}', { params: { path: { student_id: student }, query: { term } } })
			)
	}));
	const shown = $derived(family.data?.classes.find((each) => each.id === wanted) ?? family.data?.classes[0]);

	function to(change: { term?: number; class?: number }): string {
		const next = { term: family.data?.term_id, class: shown?.id, ...change };
		return `/family/${student}?term=${next.term}&class=${next.class}`;
	}
</script>

<svelte:head><title>{family.data?.given_name ?? 'Family'} · Hoarfrost</title></svelte:head>

{#if family.isPending}
	<p class="p-6 text-slate" role="status">One moment…</p>
{:else if !family.data}
	<main class="p-6">
		<h1 class="text-2xl">{words(family.error)}</h1>
		<button class="btn mt-3" onclick={() => family.refetch()}>Try again</button>
		<p class="mt-2 text-slate">Here you see only what belongs to you or your children.</p>
	</main>
{:else if !shown}
	<main class="p-6">
		<h1 class="text-2xl">{family.data.name}</h1>
		<p class="mt-2 text-slate">
			No class of {family.data.given_name}'s keeps its scores here yet. Ask the school if one is missing.
		</p>
	</main>
{:else}
	<div class="ribbon-place">
		{#if family.data.ribbon}
			<Ribbon
				ribbon={family.data.ribbon}
				chosen={family.data.term_id}
				href={(chosen) => to({ term: chosen })}
			/>
		{/if}
	</div>
	<main>
		<h1 class="sr-only">{family.data.name}, {family.data.term}</h1>
		<FamilyClass
			{student}
			{shown}
			to={(chosen) => to({ term: chosen })}
			toCard={(chosen) => `/family/${student}/card?term=${chosen}`}
		>
			<nav class="classes" aria-label="Classes">
				{#each family.data.classes as each (each.id)}
					<a href={to({ class: each.id })} aria-current={each.id === shown.id ? 'page' : undefined}
						>{each.name}</a
					>
				{/each}
				<span>{shown.teachers.join(', ')}</span>
			</nav>
		</FamilyClass>
	</main>
{/if}

<style>
	.ribbon-place {
		max-width: 1232px;
		padding: 10px 16px 0;
	}
	.classes {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 0 20px;
		margin-bottom: 20px;
		border-bottom: 1px solid var(--hair);
		font-size: 15px;
	}
	.classes a {
		padding-bottom: 5px;
		color: var(--slate);
	}
	.classes a[aria-current] {
		color: var(--ink);
		font-weight: 600;
		box-shadow: inset 0 -2px 0 var(--juniper);
	}
	.classes span {
		color: var(--slate);
		font-size: 13px;
	}
	@media (max-width: 900px) {
		.ribbon-place {
			padding: 10px 0 0;
		}
	}
</style>
