<script lang="ts" generics="T extends Column">
	/** Along a row, what stands in the columns that are drawn, in blocks that are laid out and painted each by itself. */
	import type { Snippet } from 'svelte';
	import type { Block, Column } from './visible';

	let {
		blocks,
		children
	}: {
		blocks: Block<T>[];
		/** What stands in a column, by its place among all columns. */
		children: Snippet<[number, T]>;
	} = $props();
</script>

{#each blocks as { first, left, width, columns } (first)}
	<div
		class="block"
		role="presentation"
		style:left="calc(var(--left) + {left}px)"
		style:width="{width}px"
		style:grid-template-columns={columns.map((each) => `${each.width}px`).join(' ')}
	>
		{#each columns as column, place (column.id)}{@render children(first + place, column)}{/each}
	</div>
{/each}

<style>
	.block {
		position: absolute;
		top: 0;
		bottom: 0;
		display: grid;
		grid-template-rows: 100%;
		contain: size layout style;
	}
</style>
