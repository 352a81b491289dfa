<script lang="ts">
	/** The lens at the right of the grid: a heading, a line under it, and what belongs to what is looked at. */
	import type { Snippet } from 'svelte';

	let {
		label,
		heading,
		under = '',
		children
	}: { label: string; heading: string; under?: string; children: Snippet } = $props();
</script>

<aside aria-label={label}>
	<h2>{heading}</h2>
	{#if under}<p class="under">{under}</p>{/if}
	{@render children()}
</aside>

<style>
	aside {
		flex: none;
		width: 288px;
		padding: 12px 16px 24px;
		overflow-y: auto;
		border-left: 1px solid var(--rule);
	}
	h2 {
		font-size: 18px;
		line-height: 24px;
	}
	.under {
		color: var(--slate);
	}
	aside :global(h3) {
		margin-top: 12px;
		padding-top: 8px;
		border-top: 1px solid var(--hair);
		font: 400 12px/16px var(--text);
		color: var(--slate);
	}
	@media (max-width: 1023px) {
		aside {
			width: auto;
			border-top: 1px solid var(--rule);
			border-left: 0;
		}
	}
</style>
