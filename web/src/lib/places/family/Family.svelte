<script lang="ts">
	/** What a student or guardian sees: nothing but their own, calm and whole. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { words } from '$lib/api/client';
	import { t } from '$lib/words/language';
	import Later from '$lib/ui/Later.svelte';
	import Ribbon from '$lib/class/Ribbon.svelte';
	import { looked } from './keeping';
	import Overview from './Overview.svelte';

	const student = $derived(Number(page.params['student']));
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const year = $derived(Number(page.url.searchParams.get('year')) || undefined);
	const wanted = $derived(Number(page.url.searchParams.get('class')) || undefined);
	const family = createQuery(() => fetched.family(student, term, year));
	const shown = $derived(family.data?.classes.find((each) => wanted && each.sections.includes(wanted)));

	/** Whose page was looked at: once it has come, and once a visit. */
	let told = $state.raw<number>();
	$effect(() => {
		if (family.data?.student_id !== student || term !== undefined || year !== undefined || told === student)
			return;
		told = student;
		void looked(family.data);
	});

	function to(change: { term?: number; class?: number | undefined }): string {
		const next = { term: family.data?.term_id, class: shown?.id, ...change };
		const of = year ? `&year=${year}` : '';
		return `/family/${student}?term=${next.term}${of}${next.class ? `&class=${next.class}` : ''}`;
	}
</script>

<svelte:head><title>{family.data?.given_name ?? $t('family.title')} · Hoarfrost</title></svelte:head>

{#if family.isPending}
	<p class="p-6 text-slate" role="status">{$t('moment')}</p>
{:else if !family.data}
	<main class="p-6">
		<h1 class="text-title">{words(family.error)}</h1>
		<button class="btn mt-3" onclick={() => family.refetch()}>{$t('again')}</button>
		<p class="mt-2 text-slate">{$t('family.only_yours')}</p>
	</main>
{:else if !family.data.classes.length}
	<main class="p-6">
		<h1 class="text-title">{family.data.name}</h1>
		<p class="mt-2 text-slate">
			{$t('family.no_class', { name: family.data.given_name })}
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
	<main class="max-w-308">
		<h1 class="sr-only">{family.data.name}, {family.data.term}</h1>
		<nav
			class="mx-10 mt-4 mb-5 flex gap-x-5 overflow-x-auto border-b border-hair text-large max-md:mx-4"
			aria-label={$t('family.classes')}
		>
			{#each [undefined, ...family.data.classes] as each (each?.id)}
				<a
					class="min-h-8 flex-none pb-1.25 whitespace-nowrap text-slate [&[aria-current]]:font-semibold [&[aria-current]]:text-ink [&[aria-current]]:shadow-[inset_0_-2px_0_var(--color-juniper)]"
					href={to({ class: each?.id })}
					aria-current={each?.id === shown?.id ? 'page' : undefined}
					>{each?.name ?? $t('family.all_of', { term: family.data.term.toLowerCase() })}</a
				>
			{/each}
		</nav>
		{#if shown}
			<Later part={() => import('$lib/class/family/FamilyClass.svelte')}>
				{#snippet children(FamilyClass)}
					<FamilyClass
						{student}
						{shown}
						to={(chosen) => to({ term: chosen })}
						toCard={(chosen) => `/family/${student}/card?term=${chosen}`}
					/>
				{/snippet}
			</Later>
		{:else}
			<Overview family={family.data} to={(id) => to({ class: id })} />
		{/if}
		<Later part={() => import('./FamilySettings.svelte')}>
			{#snippet children(FamilySettings)}<FamilySettings {student} family={family.data} />{/snippet}
		</Later>
	</main>
{/if}
