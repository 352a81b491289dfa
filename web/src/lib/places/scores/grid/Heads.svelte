<script lang="ts">
	/** The heads of the columns, and under them the strip with each column's mean and spread. */
	import type { Shapes } from '$lib/api/client';
	import Blocks from './Blocks.svelte';
	import ColumnHead from './ColumnHead.svelte';
	import type { Column, Work } from '$lib/class/entering.svelte';
	import Spread from './Spread.svelte';
	import { byScore, type View } from '$lib/class/view';
	import type { Block } from './visible';

	let {
		grid,
		blocks,
		at,
		view,
		onlook,
		onhead
	}: {
		grid: Shapes['GridOut'];
		blocks: Block<Work>[];
		/** The column one is in, by its place. */
		at: number;
		view: View;
		onlook: (change: Partial<View>) => void;
		onhead: (column: Column) => void;
	} = $props();
	const by = $derived(view.students === 'score' ? view.by : null);
	const isByGrade = $derived(view.students === 'grade');
</script>

<div class="heads" role="row" aria-rowindex="1">
	<div class="student" role="columnheader" aria-colindex="1" tabindex="-1">{grid.rows.length} students</div>
	<div
		class="grade"
		role="columnheader"
		aria-colindex="2"
		tabindex="-1"
		aria-sort={isByGrade ? 'descending' : undefined}
	>
		{grid.term}
	</div>
	<Blocks {blocks}>
		{#snippet children(index)}
			<ColumnHead
				column={grid.columns[index]!}
				{index}
				isHere={index === at}
				isSorted={grid.columns[index]!.id === by}
				onhead={() => onhead(grid.columns[index]!)}
			/>
		{/snippet}
	</Blocks>
</div>
<div class="strip" role="row" aria-rowindex="2">
	<div class="student" role="rowheader" aria-colindex="1" tabindex="-1">spread, 40 to 100 %</div>
	<div class="grade" role="gridcell" aria-colindex="2">
		{@render order(
			`Order students by ${isByGrade ? 'name again' : 'grade'}`,
			isByGrade,
			{ students: isByGrade ? 'family' : 'grade' },
			grid.spread,
			56
		)}
	</div>
	<Blocks {blocks}>
		{#snippet children(index)}
			{@const column = grid.columns[index]!}
			<div role="gridcell" aria-label="spread" aria-colindex={index + 3}>
				{@render order(
					`Order students by ${column.id === by ? 'name again' : column.short_name}`,
					column.id === by,
					byScore(view, column.id),
					column.spread
				)}
			</div>
		{/snippet}
	</Blocks>
</div>

{#snippet order(
	name: string,
	isSo: boolean,
	change: Partial<View>,
	spread: Shapes['SpreadOut'] | null,
	width?: number
)}
	<button
		tabindex="-1"
		class={[
			'relative grid size-full content-center hover:bg-ice',
			isSo &&
				'bg-ice after:absolute after:bottom-0 after:left-1/2 after:-ml-1 after:border-4 after:border-b-0 after:border-transparent after:border-t-juniper'
		]}
		aria-label={name}
		title={name}
		aria-pressed={isSo}
		onclick={() => onlook(change)}><Spread {spread} {...width ? { width } : {}} /></button
	>
{/snippet}

<style>
	.heads,
	.strip {
		position: relative;
		font-size: 12px;
	}
	.heads {
		height: 80px;
		line-height: 16px;
	}
	.heads > .student {
		padding-top: 42px;
	}
	.heads > .grade {
		padding: 42px 0 0 10px;
	}
	.strip {
		height: 24px;
		border-bottom: 1px solid var(--color-rule);
		color: var(--color-slate);
	}
	.strip :is([role='gridcell'], [role='rowheader']) {
		display: grid;
		align-content: center;
		border-bottom: 0;
	}
</style>
