<script lang="ts">
	/** The lens on a level: the scale to choose from, what the evidence says and how, each piece, and what it goes into. */
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import { dayAndTime, shortDay } from '$lib/words/days';
	import Fold from '$lib/ui/Fold.svelte';
	import Kept from '$lib/ui/form/Kept.svelte';
	import LensFrame from '../lens/LensFrame.svelte';
	import { WHY, WORKING } from './levelActs';
	import { levelsOf, setLevels, type Table } from './levels';

	let { table, student, name, standard }: { table: Table; student: number; name: string; standard: string } =
		$props();
	const here = thisClass();
	const queries = useQueryClient();
	const found = createQuery(() => ({
		...fetched.level(here.id, table.term_id, student, standard),
		placeholderData: (before, query) =>
			query?.queryKey[4] === student && query.queryKey[5] === standard ? before : undefined
	}));
	const now = $derived(
		table.rows
			.find((each) => each.student_id === student)
			?.cells.at(table.columns.findIndex((each) => each.name === standard))
	);

	const column = $derived(table.columns.find((each) => each.name === standard));

	const set = (mark: string, reason: string | null = null) =>
		setLevels(here, queries, [{ student, standard, mark, reason }]);
</script>

<LensFrame
	label="Lens on {name}, {standard}"
	heading={name}
	under={column?.wording ? `${standard}, ${column.wording}` : standard}
>
	<div class="mt-2 grid auto-cols-fr grid-flow-col" role="group" aria-label="Set the level by hand">
		{#each column ? levelsOf(table, column) : [] as { mark } (mark)}
			<button
				class={[
					'min-h-7 truncate border border-l-0 border-rule px-0.5 first:rounded-l first:border-l last:rounded-r',
					now?.mark === mark ? 'bg-ice font-semibold text-ink' : 'text-slate'
				]}
				aria-pressed={now?.mark === mark}
				onclick={() => notice.tried(set(mark))}>{mark}</button
			>
		{/each}
	</div>
	{#if found.isPending}<p class="mt-2 text-slate" role="status">Looking…</p>
	{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
	{:else}
		{@const level = found.data}
		{#if level.by_hand}
			{@const { who, at, reason } = level.by_hand}
			<p class="mt-2">
				<b class="font-semibold text-amber-ink">Set by hand</b>
				<span class="text-slate">in place of {level.computed ?? 'no level'}, by {who}, {dayAndTime(at)}.</span
				>
				<button class="link" onclick={() => notice.tried(set(''))}>Take back</button>
			</p>
			<div class="mt-1.5" id={WHY}>
				{#key `${student} ${standard} ${reason}`}
					<Kept label="Why" value={reason} keep={(typed) => set(level.by_hand!.mark, typed)} />
				{/key}
			</div>
		{/if}
		<h3>What the evidence says</h3>
		{#if level.value === null}<p class="text-slate">Nothing yet: no piece of work says anything about it.</p>
		{:else}
			<p><b class="font-semibold">{level.computed}</b>, {level.value} of {level.out_of}. {level.trend}</p>
			{#if level.pieces.length}<p class="text-small leading-4 text-slate">{level.how}</p>{/if}
			<ul class="mt-2">
				{#each level.pieces as piece (piece.assignment_id)}
					<li class="flex gap-2 border-b border-hair py-1">
						<span class="w-12 flex-none text-slate">{piece.due_on ? shortDay(piece.due_on) : ''}</span>
						<a class="link min-w-0 flex-1" href="/class/{here.id}/scores?term={piece.term_id}">{piece.name}</a
						>
						<span class="text-slate">{piece.level}</span>
						<b class="w-7 text-right font-semibold">{piece.text}</b>
					</li>
				{/each}
			</ul>
			<div id={WORKING}>
				<Fold title="Working" words="step by step">
					<ol class="grid gap-1 text-slate">
						{#each level.steps as step, place (place)}<li>{step}</li>{/each}
					</ol>
				</Fold>
			</div>
		{/if}
		<h3>What it goes into</h3>
		<p class="text-slate">
			{#if level.into}{level.into.name}, {level.into.mark ?? 'no level yet'}.{:else}Nothing above it.{/if}
			{#if level.mark}On the report card as <b class="font-semibold text-ink">{level.mark}</b>.{/if}
		</p>
		{#if level.parts.length}
			<h3>Its parts</h3>
			<ul>
				{#each level.parts as part (part.name)}<li class="flex justify-between py-0.75">
						{part.name} <span class="text-slate">{part.mark ?? 'no level'}</span>
					</li>{/each}
			</ul>
		{/if}
	{/if}
</LensFrame>
