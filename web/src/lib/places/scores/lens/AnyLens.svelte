<script lang="ts">
	/** The lens of whatever is looked at: a column, a student's row, cells that are chosen, or one cell. */
	import type { Shapes } from '$lib/api/client';
	import type { Looked } from '../cellActs';
	import ChosenLens from './ChosenLens.svelte';
	import ColumnLens from './ColumnLens.svelte';
	import Lens from './Lens.svelte';
	import RowLens from './RowLens.svelte';

	let {
		grid,
		at,
		hasAliases,
		called,
		onaside,
		onworking,
		onback
	}: {
		grid: Shapes['GridOut'];
		at: Looked;
		hasAliases: boolean;
		/** What a student is called here. */
		called: (student: number) => string;
		/** A column is to be put aside. */
		onaside: (assignment: number) => void;
		onworking: (row: Shapes['RowOut']) => void;
		/** One goes back to the cell. */
		onback: () => void;
	} = $props();

	const columnOf = (assignment: number) => grid.columns.find((each) => each.id === assignment);
	const rowOf = (student: number) => grid.rows.find((each) => each.student_id === student);
</script>

{#if at.on === 'column'}
	{@const column = columnOf(at.assignment)}
	{#if column}
		{#key column.id}
			<ColumnLens {grid} {column} {hasAliases} onaside={() => onaside(column.id)} />
		{/key}
	{/if}
{:else if at.on === 'row'}
	{@const row = rowOf(at.student)}
	{#if row}<RowLens {grid} {row} name={called(row.student_id)} onworking={() => onworking(row)} />{/if}
{:else if at.on === 'chosen'}
	<ChosenLens cells={at.cells} />
{:else}
	{@const row = rowOf(at.student)}
	{@const column = columnOf(at.assignment)}
	{#if row && column}
		<Lens
			term={grid.term_id}
			{row}
			{column}
			name={called(row.student_id)}
			{hasAliases}
			onworking={() => onworking(row)}
			{onback}
		/>
	{/if}
{/if}
