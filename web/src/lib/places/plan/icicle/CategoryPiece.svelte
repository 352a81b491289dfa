<script lang="ts">
	/** A category of the drawing: as wide as its weight, its work under its head. */
	import type { Snippet } from 'svelte';
	import type { Shapes } from '$lib/api/client';

	let {
		category,
		width,
		weight,
		words,
		children
	}: {
		/** Null where it is what is in no category. */
		category: Shapes['CategoryOut'] | null;
		/** Percent of the whole. */
		width: number;
		/** What is written of its weight. */
		weight?: string;
		words?: string;
		children: Snippet;
	} = $props();
	const hue = $derived(
		category
			? { line: `var(--color-hue-${category.colour})`, hatch: `var(--color-hue-${category.colour}-2)` }
			: { line: 'var(--color-slate)', hatch: 'var(--color-hair)' }
	);
</script>

<div
	class="flex min-w-0 flex-col transition-[flex] duration-200"
	class:none={category && !category.has_scores}
	style:flex="{width} 1 0"
	style:--c={hue.line}
	style:--ct={hue.hatch}
>
	<div class="head" title={words}>
		{#if category}<span class="sign-letters">{category.sign}</span>{/if}
		<b class="name">{category?.name ?? 'In no category'}</b>
		{#if weight}<span class="weight">{weight}</span>{/if}
		{#if category && !category.has_scores}<small>no scores yet</small>{/if}
	</div>
	<div class="flex flex-1 gap-px">{@render children()}</div>
</div>

<style>
	.head {
		position: relative;
		height: 44px;
		padding: 6px 10px 0;
		overflow: hidden;
		white-space: nowrap;
		border-top: 3px solid var(--c);
		border-bottom: 1px solid var(--color-birch);
		background: color-mix(in srgb, var(--c) 20%, var(--color-snow));
	}
	.head .name {
		display: inline-block;
		max-width: calc(100% - 62px);
		overflow: hidden;
		text-overflow: ellipsis;
		vertical-align: bottom;
		font-size: 15px;
	}
	.head small {
		position: absolute;
		left: 10px;
		bottom: 0;
		font-size: 12px;
		color: var(--color-slate);
	}
	.none .head {
		padding-top: 2px;
		border-top-style: dashed;
		box-shadow: inset 0 0 0 1px var(--c);
		background: repeating-linear-gradient(135deg, transparent 0 5px, var(--ct) 5px 6px);
		background-clip: padding-box;
	}
	.weight {
		position: absolute;
		right: 10px;
		top: 5px;
		padding-left: 6px;
		font: 500 24px/28px var(--font-name);
		font-variant-numeric: tabular-nums;
	}
	@media (width < 56.25rem) {
		.head {
			padding: 6px 4px 0;
		}
		.head .name,
		.head small {
			display: none;
		}
		.weight {
			right: 4px;
			font-size: 18px;
		}
	}
</style>
