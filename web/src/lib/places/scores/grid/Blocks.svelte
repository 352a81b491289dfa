<script lang="ts">
	/** Along a row, what stands in the columns that are drawn, in blocks that are laid out and painted each by itself. */
	import type { Snippet } from 'svelte';
	import type { Work } from '$lib/class/entering.svelte';
	import type { Block } from './visible';

	let {
		blocks,
		children
	}: {
		blocks: Block<Work>[];
		/** What stands in a column, by its place among all columns. */
		children: Snippet<[number, Work]>;
	} = $props();
</script>

{#each blocks as { first, left, width, works } (first)}
	<div
		class="block"
		role="presentation"
		style:left="calc(var(--left) + {left}px)"
		style:width="{width}px"
		style:grid-template-columns={works.map((each) => `${each.width}px`).join(' ')}
	>
		{#each works as work, place (work.id)}{@render children(first + place, work)}{/each}
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
