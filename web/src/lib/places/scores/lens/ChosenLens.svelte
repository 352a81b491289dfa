<script lang="ts">
	/** The lens on cells that were chosen together: their figures, which the core counts. */
	import { thisClass } from '$lib/class/thisClass';
	import { keyed } from '$lib/words/keys';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import LensFrame from './LensFrame.svelte';

	let { cells }: { cells: { student: number; assignment: number }[] } = $props();
	const here = thisClass();
	const figures = createQuery(() => ({
		...fetched.chosenCells(here.id, cells),
		placeholderData: (before) => before
	}));
</script>

<LensFrame label="Lens on what is chosen" heading="{cells.length} cells chosen">
	{#if figures.data}
		<dl class="my-2.5 grid grid-cols-[1fr_auto]">
			<dt class="text-slate">with a number</dt>
			<dd class="text-right font-semibold">{figures.data.count}</dd>
			<dt class="text-slate">sum, in points</dt>
			<dd class="text-right font-semibold">{figures.data.sum}</dd>
			<dt class="text-slate">mean</dt>
			<dd class="text-right font-semibold">{figures.data.mean ?? '—'}</dd>
			<dt class="text-slate">median</dt>
			<dd class="text-right font-semibold">{figures.data.median ?? '—'}</dd>
		</dl>
		<p class="text-small leading-5 text-slate">
			<kbd>{keyed('Ctrl D')}</kbd> fills the first row down, <kbd>Space</kbd> gives all of them a code,
			<kbd>Delete</kbd> empties them, <kbd>{keyed('Ctrl C')}</kbd> copies them.
		</p>
	{:else if figures.isError && !figures.data}<p class="problem text-small leading-5 text-slate" role="alert">
			{words(figures.error)}
		</p>
	{:else}<p class="text-small leading-5 text-slate">Counting…</p>{/if}
</LensFrame>
