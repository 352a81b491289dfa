<script lang="ts">
	/** Year: the terms and windows of a school year, the years before and after it, and what is taken over from one into another. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { thisKeeping } from '../keeping';
	import TakeBack from '../TakeBack.svelte';
	import DaysOff from './DaysOff.svelte';
	import KeptYears from './KeptYears.svelte';
	import TakeOver from './TakeOver.svelte';
	import Terms from './Terms.svelte';

	const keeping = thisKeeping();
	const asked = $derived(Number(page.url.searchParams.get('year')) || undefined);
	const year = createQuery(() => ({
		...fetched.schoolYear(keeping.school_id, asked),
		placeholderData: (before) => before
	}));
	const last = $derived(year.data?.years.at(-1));

	async function makeNext(): Promise<void> {
		if (!last) return;
		await notice.tried(
			keeping.nextYear(last.id).then(({ id }) => goto(`/school/year?year=${id}`)),
			`The year after ${last.name} is made, its days moved by 52 weeks. Look at the days off and the windows.`
		);
	}
</script>

<main class="grid gap-8 px-6 pt-4 pb-12 max-md:px-4">
	{#if year.isPending}<p class="text-slate" role="status">Opening the year…</p>
	{:else if !year.data}<Failed error={year.error} retry={year.refetch} />
	{:else}
		<div class="flex flex-wrap items-end gap-x-6 gap-y-2">
			<label
				><span class="label">School year</span><Select
					value={String(year.data.year_id)}
					onchange={(value) => goto(`/school/year?year=${value}`)}
					choices={year.data.years.map(({ id, name }) => [id, name] as const)}
				/></label
			>
			<button class="btn quiet" onclick={makeNext}>Make the year after {last?.name}</button>
			<TakeBack change={year.data.last_change} />
		</div>
		<Terms year={year.data} onyear={(made) => goto(`/school/year?year=${made}`)} />
		{#key year.data.year_id}
			<DaysOff year={year.data} />
			<TakeOver year={year.data} />
		{/key}
		<KeptYears />
	{/if}
</main>
