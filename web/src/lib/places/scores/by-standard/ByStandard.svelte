<script lang="ts">
	/** Scores by standard: the class's levels, and beside them the lens. */
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { flushSync } from 'svelte';
	import { Debounced } from 'runed';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { nameOf } from '$lib/class/names';
	import { thisClass } from '$lib/class/thisClass';
	import { counted } from '$lib/words/plurals';
	import type { MenuAct } from '$lib/ui/menu/Menu.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import Ways from '../Ways.svelte';
	import LevelLens from './LevelLens.svelte';
	import LevelTable from './LevelTable.svelte';
	import { actsOfLevel, type Looked } from './levelActs';
	import { branches, setLevels, within, type Table } from './levels';
	import StandardLens from './StandardLens.svelte';

	const here = thisClass();
	const queries = useQueryClient();
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const found = createQuery(() => fetched.byStandard(here.id, term));
	let looked = $state<Looked | null>(null);
	let sheet = $state<LevelTable>();
	/** The lens follows once the hand rests: whoever passes by does not wait for it. */
	const lens = new Debounced(() => looked, 200);
	let branch = $state('');
	const shown = $derived(found.data && within(found.data, branch));
	const called = (row: Table['rows'][number]) => (found.data?.has_aliases ? row.alias : nameOf(row));
	const student = $derived(found.data?.rows.find((each) => each.student_id === lens.current?.student));
	const isKnown = $derived(found.data?.columns.some((each) => each.name === lens.current?.standard));

	function look(at: typeof looked): void {
		looked = at;
		// As it opens it takes room from the table, which is not to happen under one's hands.
		if (!lens.current || !at) lens.setImmediately(at);
	}

	/** The menu of the level one is at. */
	function acts(student: number, standard: string): MenuAct[] {
		const { term_id, rows, columns } = found.data!;
		const row = rows.find((each) => each.student_id === student);
		const isByHand = !!row?.cells[columns.findIndex((each) => each.name === standard)]?.by_hand;
		return actsOfLevel({ student, standard }, { classId: here.id, term: term_id, isByHand }, (at) => {
			looked = at;
			lens.setImmediately(at);
			flushSync();
		});
	}

	/** From anywhere in the lens back to the level. */
	function onkeydown(event: KeyboardEvent): void {
		const isDone = event.key === 'Escape' || (event.key === 'Enter' && (event.ctrlKey || event.metaKey));
		if (!isDone || !(event.target as HTMLElement).closest('.side-by-side > aside')) return;
		event.preventDefault();
		void sheet?.goTo();
	}

	const set = (cells: { student: number; standard: string; mark: string }[]) =>
		void notice.tried(setLevels(here, queries, cells));
</script>

<svelte:window {onkeydown} />

{#if found.isPending}
	<p class="p-6 text-slate" role="status">Fetching the levels…</p>
{:else if !found.data}
	<main class="p-6"><Failed error={found.error} retry={found.refetch} /></main>
{:else}
	{@const table = found.data}
	<main class="flex min-h-80 flex-1 flex-col" data-fills>
		<div
			class="flex min-h-9 flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-0.75 pr-6 pl-6"
		>
			<Ways at="standard" term={table.term_id} />
			{#if branches(table).length > 1}
				<Select
					class="h-7 rounded border border-rule bg-snow px-2"
					label="Which standards"
					bind:value={
						() => branch,
						(chosen) => {
							branch = chosen;
							look(null);
						}
					}
					choices={[
						['', 'all standards'],
						...branches(table).map(({ name, depth }) => [name, `${'– '.repeat(depth)}${name}`] as const)
					]}
				/>
			{/if}
			<span class="text-small text-slate"
				>each level with the evidence behind it, oldest first; type a level to set it by hand</span
			>
			{#if table.asked}
				<span class="ml-auto text-slate"
					><b class="font-semibold text-ink">{table.asked}</b>
					{table.asked === 1 ? 'standard is' : 'standards are'} asked for in {table.term.toLowerCase()}{#if table.lacking},
						<b class="font-semibold text-amber-ink"
							>{counted(table.lacking, 'student')}
							{table.lacking === 1 ? 'lacks' : 'lack'} one</b
						>{:else}, nobody lacks one{/if}</span
				>
			{/if}
		</div>
		{#if !table.columns.length}
			<p class="p-6 text-large leading-5.75 text-slate">
				No work of this class names a standard yet. Work says what it is evidence of in the
				<a class="link" href="/class/{here.id}/plan?term={table.term_id}">plan</a>; levels appear here.
			</p>
		{:else if !table.rows.length}
			<p class="p-6 text-large leading-5.75 text-slate">
				Nobody is enrolled yet. A records officer takes students into a class, in School; they appear here as
				rows.
			</p>
		{:else}
			<div
				class="side-by-side flex min-h-0 flex-1 max-lg:flex-col max-lg:[&>.scroll]:h-[max(320px,_64vh)] max-lg:[&>.scroll]:flex-none"
			>
				{#key `${here.id} ${table.term_id} ${branch}`}
					<LevelTable
						bind:this={sheet}
						{acts}
						table={shown!}
						nameOf={called}
						onlook={(student, standard) => look({ student, standard })}
						onhead={(standard) => look({ student: null, standard })}
						onset={set}
						onproblem={(words) => notice.problem(words)}
					/>
				{/key}
				{#if lens.current && isKnown}
					{@const { standard } = lens.current}
					{#if student}
						<LevelLens {table} student={student.student_id} name={called(student)} {standard} />
					{:else}<StandardLens {table} {standard} nameOf={called} />{/if}
				{/if}
			</div>
		{/if}
	</main>
{/if}
