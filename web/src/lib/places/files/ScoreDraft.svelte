<script lang="ts">
	/** What a table of scores would change: its columns, whom and what is asked about, every cell, and the grades that would move. */
	import AskedLines from '$lib/app/table/AskedLines.svelte';
	import Changes from '$lib/class/consequence/Changes.svelte';
	import { changed } from '$lib/class/consequence/words';
	import Select from '$lib/ui/select/Select.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import { counted } from '$lib/words/plurals';
	import ScoreColumn from './ScoreColumn.svelte';
	import type { ScoreFile, ScoreTaking } from './scoresIn.svelte';

	let { name, found, taking }: { name: string; found: ScoreFile; taking: ScoreTaking } = $props();

	const taken = $derived(found.cells.filter((each) => each.is_taken).length);
	const unreadable = $derived(found.cells.filter((each) => each.kind === 'unreadable').length);
	const cellsOf = (place: number) => found.cells.filter((each) => each.place === place);
	/** Columns in which something would happen or is to be decided; the rest says nothing new. */
	const columns = $derived(
		found.columns.filter((each) => each.words || each.kind === 'new' || cellsOf(each.place).length)
	);
	const others = $derived(found.columns.filter((each) => !columns.includes(each)));
</script>

<p role="status">
	<b class="font-semibold">{name}</b>: {found.told}. {counted(found.students, 'student')}, {counted(
		found.cells.length - unreadable,
		'change'
	)}, {found.same} as they are{unreadable ? `, ${counted(unreadable, 'cell')} that cannot be read` : ''}.
	Nothing is changed yet.
</p>

<AskedLines
	asked={found.asked}
	roster={found.roster}
	onchoose={(line, student) => taking.chooseStudent(line, student)}
/>
{#if found.unknown.length}
	<section
		class="mt-3 border-l-3 border-amber bg-amber-2 px-3 py-2"
		aria-label="Words that are no score here"
	>
		<h3 class="text-large">{counted(found.unknown.length, 'word')} that no score is called here</h3>
		<ul>
			{#each found.unknown as each (each.text)}
				<li class="flex flex-wrap items-center gap-x-3 py-0.5">
					<span class="min-w-52 flex-1"
						><b class="font-semibold">{each.text}</b> in {counted(each.count, 'cell')}</span
					>
					<Select
						label="What {each.text} stands for"
						placeholder="cannot be read"
						class="field h-7 w-56"
						onchange={(chosen) =>
							taking.chooseWord(each.text, chosen === 'left out' ? null : chosen.slice(5))}
						choices={[
							...found.codes.map((code) => [`code ${code}`, `stands for ${code}`] as const),
							['code ', 'a blank'],
							['left out', 'is left out']
						]}
					/>
				</li>
			{/each}
		</ul>
	</section>
{/if}

<section class="mt-3" aria-label="Columns">
	{#each columns as column (column.place)}
		<ScoreColumn {column} cells={cellsOf(column.place)} {found} {taking} />
	{:else}<p>Nothing in it is new: there is nothing to do.</p>{/each}
	{#if others.length}
		<Fold title={counted(others.length, 'other column')} words="nothing new, or left out">
			{#each others as column (column.place)}<ScoreColumn {column} cells={[]} {found} {taking} />{/each}
		</Fold>
	{/if}
</section>

{#if found.would?.grades}
	<section class="mt-3 max-w-160" aria-label="Grades that would move">
		<p>{changed(found.would)}</p>
		<div class="relative mt-1 max-h-60 overflow-auto">
			<Changes would={found.would} now="now" then="then" />
		</div>
	</section>
{:else if taken}<p class="mt-3">No grade would move.</p>{/if}

<p class="problem mt-3" role="alert">{taking.problem}</p>
<p class="mt-4 flex gap-3">
	<button class="btn" disabled={!taken || taking.isBusy} onclick={() => taking.take()}
		>Take {counted(taken, 'change')}</button
	>
	<button class="btn quiet" onclick={() => taking.forget()}>Put the file away</button>
</p>
