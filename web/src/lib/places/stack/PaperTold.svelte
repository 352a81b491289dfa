<script lang="ts">
	/** What is said of a paper while it is typed: what is wrong, what the line means, what the student has. */
	import type { Shapes } from '$lib/api/client';
	import type { Row } from '$lib/class/entering.svelte';
	import { levelsFor } from '$lib/class/levels';
	import type { Paper } from './paper.svelte';

	let {
		paper,
		work,
		levels,
		earlier,
		isAnyBlank
	}: {
		paper: Paper;
		work: Shapes['ColumnOut'];
		levels: Shapes['LevelsOut'] | null;
		/** What of earlier work a student has, in words. */
		earlier: (row: Row) => string;
		isAnyBlank: boolean;
	} = $props();
	/** What is scored beside the whole, in the order of a line. */
	const beside = $derived([...work.criteria.map(({ name }) => name), ...work.standards]);
</script>

{#snippet parts()}
	{@const { parts } = paper}
	{@const at = parts.length - 2}
	{@const criterion = work.criteria[at]?.levels.map(({ name }) => name)}
	{@const standard = work.standards[at - work.criteria.length]}
	<span class="flex flex-wrap gap-x-4 gap-y-0">
		{#each ['Points', ...beside] as name, place (place)}
			<span class={[place === parts.length - 1 && 'text-ink shadow-[0_2px_0_var(--color-juniper)]']}
				>{name} <b>{parts[place] || 'as it is'}</b><span class="sr-only">,</span></span
			>
		{/each}
		<span>{(criterion ?? (standard ? levelsFor(levels, standard)?.marks : []))?.join(', ')}</span>
	</span>
{/snippet}

<p
	id="stack-told"
	class="min-h-6 px-3 pt-1.5 pb-1 text-small leading-4.5 text-slate max-md:empty:hidden"
	role="status"
>
	{#if paper.problem}<span class="text-rowan">{paper.problem}</span>
	{:else if paper.taken.length && beside.length && paper.parts.length > 1}
		{@render parts()}
	{:else if paper.made.flag || paper.made.comment}
		<b>{paper.made.text || 'The score stays'}</b>{paper.made.flag ? `, ${paper.made.flag}` : ''}{paper.made
			.comment
			? `, with the comment: ${paper.made.comment}`
			: ''}
	{:else if paper.taken.length === 1}
		{@const has = paper.textOf(paper.taken[0]!)}
		{[
			earlier(paper.taken[0]!),
			has && `Has ${has} now`,
			paper.hasComment(paper.taken[0]!) && 'Has a comment, which another one replaces'
		]
			.filter(Boolean)
			.map((each) => `${each}.`)
			.join(' ')}
	{:else if paper.taken.length}{paper.taken.length} students get the same.
	{:else if !isAnyBlank}Everybody has a score. Another one replaces it.
	{:else if paper.hasNamesakes}Two students have this name. Look at the number, or at their earlier work;
		<kbd>↓</kbd> takes the next.
	{/if}
</p>
