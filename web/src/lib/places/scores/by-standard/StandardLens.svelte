<script lang="ts">
	/** The lens on a standard: who is at which level, so that one sees whom to bring together for it. */
	import { counted } from '$lib/words/plurals';
	import LensFrame from '../lens/LensFrame.svelte';
	import type { Table } from './levels';

	let {
		table,
		standard,
		nameOf
	}: { table: Table; standard: string; nameOf: (row: Table['rows'][number]) => string } = $props();
	const place = $derived(table.columns.findIndex((each) => each.name === standard));
	const column = $derived(table.columns[place]);
	const at = (mark: string | null) => table.rows.filter((row) => row.cells[place]?.mark === mark);
	/** From the lowest: those one would bring together first. */
	const groups = $derived([
		...table.levels.map(({ mark }) => [mark, at(mark)] as const),
		['no level yet', at(null)] as const
	]);
</script>

{#if column}
	<LensFrame
		label="Lens on {standard}"
		heading={standard}
		under={column.within ? `part of ${column.within}` : counted(column.pieces, 'piece')}
	>
		{#each groups as [words, rows] (words)}
			{#if rows.length}
				<h3>{words}: {rows.length}</h3>
				<ul>
					{#each rows as row (row.student_id)}<li class="py-0.5">{nameOf(row)}</li>{/each}
				</ul>
			{/if}
		{/each}
	</LensFrame>
{/if}
