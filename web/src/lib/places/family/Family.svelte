<script lang="ts">
	/** What a student or guardian sees: nothing but their own, calm and whole. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { words } from '$lib/api/client';
	import FamilyClass from '$lib/class/family/FamilyClass.svelte';
	import CalendarAddress from '$lib/app/CalendarAddress.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Ribbon from '$lib/class/Ribbon.svelte';

	const student = $derived(Number(page.params['student']));
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const wanted = $derived(Number(page.url.searchParams.get('class')) || undefined);
	const family = createQuery(() => fetched.family(student, term));
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
		<h1 class="text-title">{words(family.error)}</h1>
		<button class="btn mt-3" onclick={() => family.refetch()}>Try again</button>
		<p class="mt-2 text-slate">Here you see only what belongs to you or your children.</p>
	</main>
{:else if !shown}
	<main class="p-6">
		<h1 class="text-title">{family.data.name}</h1>
		<p class="mt-2 text-slate">
			No class of {family.data.given_name}'s keeps its scores here yet. Ask the school if one is missing.
		</p>
	</main>
{:else}
	<div class="max-w-308 px-4 pt-2.5 max-md:px-0">
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
			<nav
				class="mb-5 flex flex-wrap items-baseline gap-x-5 gap-y-0 border-b border-hair text-large"
				aria-label="Classes"
			>
				{#each family.data.classes as each (each.id)}
					<a
						class="min-h-6 pb-1.25 text-slate [&[aria-current]]:font-semibold [&[aria-current]]:text-ink [&[aria-current]]:shadow-[inset_0_-2px_0_var(--color-juniper)]"
						href={to({ class: each.id })}
						aria-current={each.id === shown.id ? 'page' : undefined}>{each.name}</a
					>
				{/each}
				<span class="text-body text-slate">{shown.teachers.join(', ')}</span>
			</nav>
		</FamilyClass>
		<div class="max-w-308 px-8 pb-10 max-md:px-4 print:hidden">
			<Fold title="Calendar" words="when work is due">
				<CalendarAddress of={{ student }} name="What {family.data.given_name} has to do" />
			</Fold>
		</div>
	</main>
{/if}
