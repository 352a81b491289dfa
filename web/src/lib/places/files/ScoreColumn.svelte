<script lang="ts">
	/** A column of a table of scores: which work it is of, how it is meant, and its cells that would change. */
	import ChangeRow from '$lib/app/table/ChangeRow.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { counted } from '$lib/words/plurals';
	import type { ScoreCell, ScoreColumn, ScoreFile, ScoreTaking } from './scoresIn.svelte';

	let {
		column,
		cells,
		found,
		taking
	}: { column: ScoreColumn; cells: ScoreCell[]; found: ScoreFile; taking: ScoreTaking } = $props();

	/** What is the matter with a cell is seen at once; the rest is opened. */
	const isUrgent = (cell: ScoreCell) =>
		cell.kind === 'unreadable' || cell.kind === 'overtaken' || cell.kind === 'emptied' || cell.is_slip;
	let isOpen = $state(false);
	const shown = $derived(isOpen || cells.length <= 8 ? cells : cells.filter(isUrgent));
	const hidden = $derived(cells.length - shown.length);

	const is = $derived(
		column.work !== null && column.kind !== 'new' ? `${column.kind} ${column.work}` : column.kind
	);
	function choose(chosen: string): void {
		const [kind, work] = chosen.split(' ');
		void taking.chooseColumn(column.place, { kind, ...(work ? { work: Number(work) } : {}) });
	}
	const kinds: Record<ScoreCell['kind'], string> = {
		new: 'new',
		replaced: 'replaced',
		emptied: 'would be emptied',
		overtaken: 'newer here',
		unreadable: 'cannot be read'
	};
	const ways = $derived([
		['points', 'as points'],
		['percent', 'as percents'],
		...(column.points && column.work !== null
			? ([['in proportion', `in proportion, out of ${column.points}`]] as const)
			: [])
	] as const);
	const hasWays = $derived(column.kind === 'work' || column.kind === 'new');
</script>

<section class="border-t border-hair py-2" aria-label="Column {column.letters}, {column.head}">
	<div class="flex flex-wrap items-center gap-x-3 gap-y-1">
		<h3 class="min-w-40 font-text text-body font-semibold">
			<span class="num inline-block w-7 font-normal text-slate">{column.letters}</span>{column.head}
		</h3>
		<Select
			label="What column {column.letters} is"
			class="field h-7 w-56"
			value={is}
			onchange={choose}
			choices={[
				['aside', 'is left out'],
				['new', 'is new work'],
				...found.works.map(({ id, name }) => [`work ${id}`, `is ${name}`] as const),
				...found.works.map(({ id, name }) => [`comment ${id}`, `is the comment on ${name}`] as const)
			]}
		/>
		{#if column.kind === 'new'}
			<input
				class="field h-7 w-40"
				aria-label="Name of the new work in column {column.letters}"
				value={column.name}
				onchange={(event) => taking.chooseColumn(column.place, { name: event.currentTarget.value })}
			/>
			<input
				class="field num h-7 w-16 text-right"
				inputmode="decimal"
				aria-label="Points of the new work in column {column.letters}"
				value={column.points ?? ''}
				onchange={(event) => taking.chooseColumn(column.place, { points: event.currentTarget.value })}
			/>
			points in
			<Select
				label="Category of the new work in column {column.letters}"
				class="field h-7 w-40"
				value={String(column.category ?? '')}
				onchange={(category) => taking.chooseColumn(column.place, { category: Number(category) })}
				choices={found.categories.map(({ id, name }) => [id, name] as const)}
			/>
			<Select
				label="Term of the new work in column {column.letters}"
				class="field h-7 w-32"
				value={String(column.term ?? '')}
				onchange={(term) => taking.chooseColumn(column.place, { term: Number(term) })}
				choices={found.terms.map(({ id, name }) => [id, name] as const)}
			/>
		{/if}
		{#if hasWays}
			<Select
				label="Numbers in column {column.letters}"
				class="field h-7 w-44"
				value={column.meant_in}
				onchange={(meant_in) => taking.chooseColumn(column.place, { meant_in })}
				choices={ways}
			/>
		{/if}
	</div>
	{#if column.words}<p class="pl-7 text-amber-ink">{column.words}</p>{/if}
	{#if cells.length}
		<table
			class="num mt-1 ml-7 max-w-160 min-w-80 max-md:ml-0 max-md:min-w-0"
			aria-label="Changes in column {column.letters}"
		>
			<tbody>
				{#each shown as cell (cell.key)}
					<ChangeRow
						who={cell.student}
						change={{
							before: cell.before || (cell.kind === 'new' ? '' : 'blank'),
							after: cell.text || 'blank'
						}}
						note={cell.words || kinds[cell.kind]}
						tone={cell.kind === 'unreadable' ? 'cannot' : isUrgent(cell) ? 'look' : 'plain'}
						where={cell.key}
						isTaken={cell.kind === 'unreadable' ? undefined : cell.is_taken}
						ontake={(isTaken) => taking.chooseCells([cell.key], isTaken)}
					/>
				{/each}
			</tbody>
		</table>
		{#if hidden}<button class="link mt-1 ml-7" onclick={() => (isOpen = true)}
				>Show {counted(hidden, 'more change')}</button
			>{/if}
	{/if}
</section>
