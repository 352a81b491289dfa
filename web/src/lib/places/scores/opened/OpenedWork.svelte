<script lang="ts">
	/** One piece of work, opened to a column for its score and each of its criteria and standards. */
	import { page } from '$app/state';
	import Failed from '$lib/app/Failed.svelte';
	import Problems from '$lib/app/saving/Problems.svelte';
	import { saving } from '$lib/app/saving/saving.svelte';
	import { useGrid } from '$lib/class/grid.svelte';
	import { inOrder, shownName } from '$lib/class/names';
	import { thisClass } from '$lib/class/thisClass';
	import Select from '$lib/ui/select/Select.svelte';
	import { goto } from '$app/navigation';
	import { Looking } from '../looking.svelte';
	import OpenedTable from './OpenedTable.svelte';

	const here = thisClass();
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const grid = useGrid(() => ({ id: here.id, term }));
	const looking = new Looking(here, () => grid.data);
	const openable = $derived(
		grid.data?.columns.filter((each) => each.standards.length || each.criteria.length) ?? []
	);
	const asked = $derived(Number(page.url.searchParams.get('work')));
	const column = $derived(openable.find((each) => each.id === asked) ?? openable[0]);
	// In an order that scores make, students would move under the hand.
	const rows = $derived(grid.data?.rows.toSorted(inOrder({ ...looking.view, students: 'family' })) ?? []);
	const called = (row: (typeof rows)[number]) => shownName(row, looking.view.hasAliases);
	const problems = $derived(
		saving.problems.filter((each) => each.classId === here.id && each.assignment === column?.id)
	);
	const address = (work: number) => `/class/${here.id}/scores/opened?term=${grid.data?.term_id}&work=${work}`;
</script>

{#if grid.isPending}
	<p class="p-6 text-slate" role="status">Fetching the scores…</p>
{:else if !grid.data}
	<main class="p-6"><Failed error={grid.error} retry={grid.refetch} /></main>
{:else}
	{@const data = grid.data}
	<main class="flex min-h-80 flex-1 flex-col" data-fills>
		<div
			class="flex min-h-9 flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-6 py-0.75 max-md:px-4"
		>
			<a class="link flex min-h-6 items-center" href="/class/{here.id}/scores?term={data.term_id}">All work</a
			>
			{#if column}
				<Select
					class="h-7 rounded border border-rule bg-snow px-2"
					label="Which work"
					value={String(column.id)}
					onchange={(work) => goto(address(Number(work)))}
					choices={openable.map((each) => [each.id, each.name] as const)}
				/>
				<span class="text-small text-slate"
					>type a number, or a level’s first letters; Ctrl D fills what is chosen from its first row</span
				>
			{/if}
		</div>
		<Problems
			{problems}
			name={(problem) => called(data.rows.find((each) => each.student_id === problem.student)!)}
		/>
		{#if column?.lock}<p class="m-3 rounded bg-amber-2 px-2.5 py-2">{column.lock}</p>{/if}
		{#if !column}
			<p class="p-6 text-large leading-5.75 text-slate">
				No work of this term has standards or criteria. Work says what it is evidence of in the
				<a class="link" href="/class/{here.id}/plan?term={data.term_id}">plan</a>.
			</p>
		{:else if !rows.length}
			<p class="p-6 text-large leading-5.75 text-slate">Nobody is enrolled yet.</p>
		{:else}
			{#key `${here.id} ${data.term_id} ${column.id}`}
				<OpenedTable grid={data} {column} {rows} {called} />
			{/key}
		{/if}
	</main>
{/if}
