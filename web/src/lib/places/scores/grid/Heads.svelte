<script lang="ts">
	/** The heads of the columns, and under them the strip with each column's mean and spread. */
	import type { Shapes } from '$lib/api/client';
	import Blocks from './Blocks.svelte';
	import ColumnHead from './ColumnHead.svelte';
	import type { Column, Work } from '$lib/class/entering.svelte';
	import Spread from './Spread.svelte';
	import type { Block } from './visible';

	let {
		grid,
		blocks,
		at,
		onhead
	}: {
		grid: Shapes['GridOut'];
		blocks: Block<Work>[];
		/** The column one is in, by its place. */
		at: number;
		onhead: (column: Column) => void;
	} = $props();
</script>

<div class="heads" role="row" aria-rowindex="1">
	<div class="student" role="columnheader">{grid.rows.length} students</div>
	<div class="grade" role="columnheader">{grid.term}</div>
	<Blocks {blocks}>
		{#snippet children(index)}
			<ColumnHead
				column={grid.columns[index]!}
				{index}
				isHere={index === at}
				onhead={() => onhead(grid.columns[index]!)}
			/>
		{/snippet}
	</Blocks>
</div>
<div class="strip" role="row">
	<div class="student" role="gridcell">spread, 40 to 100 %</div>
	<div class="grade" role="gridcell"><Spread spread={grid.spread} width={56} /></div>
	<Blocks {blocks}>
		{#snippet children(index)}
			<div role="gridcell"><Spread spread={grid.columns[index]!.spread} /></div>
		{/snippet}
	</Blocks>
</div>

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
		height: 22px;
		border-bottom: 1px solid var(--color-rule);
		color: var(--color-slate);
	}
	.strip [role='gridcell'] {
		display: grid;
		align-content: center;
		border-bottom: 0;
	}
</style>
