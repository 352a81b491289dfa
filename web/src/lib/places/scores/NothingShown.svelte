<script lang="ts">
	/** Why the grid is empty, and what to do. */
	import { page } from '$app/state';
	import type { Shapes } from '$lib/api/client';
	import { thisClass } from '$lib/class/thisClass';

	let {
		grid,
		onadd,
		onshow
	}: {
		grid: Shapes['GridOut'];
		/** Add an assignment. */
		onadd: () => void;
		/** Show whatever was chosen to be out of sight. */
		onshow: () => void;
	} = $props();
	const here = thisClass();
</script>

<p class="p-6 text-large leading-5.75 text-slate">
	{#if !grid.columns.length}
		No assignments in {grid.term.toLowerCase()} yet. They appear here as columns:
		<button class="link" onclick={onadd}>add one</button>, or several in the
		<a class="link" href="/class/{here.id}/plan{page.url.search}">plan</a>.
	{:else if !grid.rows.length}
		Nobody is enrolled yet. A records officer takes students into a class, in School; they appear here as
		rows.
	{:else}
		Nothing here is as you asked for it.
		<button class="link" onclick={onshow}>Show everything</button>
	{/if}
</p>
