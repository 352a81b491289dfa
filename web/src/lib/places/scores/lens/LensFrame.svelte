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

<aside
	class="w-72 flex-none overflow-y-auto border-l border-l-rule px-4 pt-3 pb-6 max-lg:w-auto max-lg:border-t max-lg:border-l-0 max-lg:border-t-rule [&_h3]:mt-3 [&_h3]:border-t [&_h3]:border-t-hair [&_h3]:pt-2 [&_h3]:font-text [&_h3]:text-small [&_h3]:leading-4 [&_h3]:font-normal [&_h3]:text-slate"
	aria-label={label}
>
	<h2 class="text-head leading-6">{heading}</h2>
	{#if under}<p class="text-slate">{under}</p>{/if}
	{@render children()}
</aside>
