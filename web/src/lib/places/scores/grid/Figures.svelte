<script lang="ts">
	/** The last line of the grid: of the class and of each column, the figure that is asked for. */
	import type { Shapes } from '$lib/api/client';
	import Blocks from './Blocks.svelte';
	import type { Work } from '$lib/class/entering.svelte';
	import { figures, type View } from '$lib/class/view';
	import type { Block } from './visible';
	import Select from '$lib/ui/select/Select.svelte';

	type Figure = View['figure'];

	let {
		grid,
		blocks,
		figure,
		onfigure
	}: {
		grid: Shapes['GridOut'];
		blocks: Block<Work>[];
		figure: Figure;
		onfigure: (figure: Figure) => void;
	} = $props();
</script>

<div class="last" role="row" aria-rowindex={grid.rows.length + 3}>
	<div class="student" role="rowheader" aria-colindex="1">
		<Select
			class="h-6 w-full"
			label="What the last line shows"
			value={figure}
			onchange={(value) => onfigure(value as Figure)}
			choices={figures}
		/>
	</div>
	<div class="grade figure" role="gridcell" aria-colindex="2" tabindex="-1">{grid.figures[figure] ?? ''}</div>
	<Blocks {blocks}>
		{#snippet children(index)}
			<div class="figure" role="gridcell" aria-colindex={index + 3} tabindex="-1">
				{grid.columns[index]!.figures[figure] ?? ''}
			</div>
		{/snippet}
	</Blocks>
</div>

<style>
	.last {
		position: relative;
		height: 28px;
		border-top: 1px solid var(--color-rule);
		font-size: 12px;
		line-height: 27px;
	}
	.last :is([role='gridcell'], [role='rowheader']) {
		border-bottom: 0;
	}
	.figure {
		padding-right: 8px;
		text-align: right;
	}
</style>
