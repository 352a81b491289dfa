<script lang="ts">
	/** The records office: how far posting is, the calendar, report cards, standards, and the school's comment bank. */
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { Changing } from '$lib/app/changing';
	import { notice } from '$lib/app/notice.svelte';
	import Calendar from './Calendar.svelte';
	import { provideSetting, Setting } from './setting';
	import Posting from './Posting.svelte';
	import School from './School.svelte';
	import SchoolBank from './SchoolBank.svelte';
	import Standards from './Standards.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	const setting = new Setting(new Changing(useQueryClient(), 'office', [fetched.inOffice]));
	provideSetting(setting);
	const views = {
		posting: 'Posting',
		calendar: 'Terms and windows',
		cards: 'Report cards',
		standards: 'Standards',
		bank: 'Comment bank'
	};
	type View = keyof typeof views;
	const asked = $derived(page.url.searchParams);
	const year = $derived(Number(asked.get('year')) || undefined);
	const view = $derived<View>((asked.get('view') ?? '') in views ? (asked.get('view') as View) : 'posting');
	const office = createQuery(() => ({ ...fetched.office(year), placeholderData: (before) => before }));
	const windowed = $derived(office.data?.terms.filter((each) => each.window) ?? []);
	const term = $derived(
		office.data?.terms.find((each) => each.id === Number(asked.get('term'))) ??
			windowed.find((each) => each.window?.is_open) ??
			windowed[0] ??
			office.data?.terms[0]
	);

	function takeBack(): Promise<void> {
		return notice.tried(setting.undo(), (words) => `Taken back: ${words.join(' ')}.`);
	}

	function to(change: { view?: View; term?: number; year?: number }): string {
		const next = { view, term: term?.id, year: office.data?.year_id, ...change };
		return `/office?view=${next.view}&year=${next.year ?? ''}&term=${next.term ?? ''}`;
	}
</script>

<svelte:head><title>Records office · Hoarfrost</title></svelte:head>

{#if office.isPending}
	<p class="p-6 text-slate" role="status">Opening the records…</p>
{:else if !office.data}
	<main class="p-6 px-6 pt-5 pb-12"><Failed error={office.error} retry={office.refetch} /></main>
{:else}
	<section
		class="flex flex-wrap items-end gap-x-10 gap-y-2 border-b border-rule px-6 pt-2.5"
		aria-label="Records office"
	>
		<div>
			<h1 class="text-title leading-7">Records office</h1>
			<p class="pb-2 text-small text-slate">{office.data.school}</p>
		</div>
		<nav class="flex flex-1 flex-wrap gap-x-6 gap-y-0" aria-label="Records">
			{#each Object.entries(views) as [name, said] (name)}
				<a
					class="border-b-2 border-transparent pt-1.5 pb-2 text-large [&[aria-current]]:border-b-juniper [&[aria-current]]:font-semibold"
					href={to({ view: name as View })}
					aria-current={view === name ? 'page' : undefined}>{said}</a
				>
			{/each}
		</nav>
		<label class="pb-2"
			><span class="label">School year</span><Select
				value={String(office.data.year_id)}
				onchange={(value) => goto(to({ year: Number(value), term: 0 }))}
				choices={[...office.data.years.map(({ id, name }) => [id, name] as const)]}
			/></label
		>
	</section>
	{#if office.data.last_change && (view === 'calendar' || view === 'standards')}
		<p class="px-6 pt-3 text-slate">
			Last, {office.data.last_change}.
			<button class="link" onclick={takeBack}>Take that back</button>
		</p>
	{/if}
	{#if view === 'posting' && office.data.terms.length}
		<nav class="flex flex-1 flex-wrap gap-x-6 gap-y-0 px-6 pt-1.5" aria-label="Terms">
			{#each office.data.terms as each (each.id)}
				<a
					class="border-b-2 border-transparent py-1 text-body [&[aria-current]]:border-b-juniper [&[aria-current]]:font-semibold"
					href={to({ term: each.id })}
					aria-current={each.id === term?.id ? 'page' : undefined}
					>{each.name}{#if each.window?.is_open}<small class="ml-1.5 text-juniper">posting now</small>{/if}</a
				>
			{/each}
		</nav>
	{/if}
	<main class="px-6 pt-5 pb-12">
		{#if view === 'calendar' || !term}<Calendar
				office={office.data}
				onyear={(made) => goto(to({ view: 'calendar', year: made, term: 0 }))}
			/>
		{:else if view === 'posting'}{#key term.id}<Posting office={office.data} {term} />{/key}
		{:else if view === 'cards'}<School office={office.data} />
		{:else if view === 'standards'}{#key JSON.stringify(office.data.standards)}<Standards
					office={office.data}
				/>{/key}
		{:else}<SchoolBank />{/if}
	</main>
{/if}
