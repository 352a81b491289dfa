<script lang="ts">
	/** What can be typed in the line of a paper, under it. */
	import type { Shapes } from '$lib/api/client';

	let { work, codes }: { work: Shapes['ColumnOut']; codes: Shapes['CodeShownOut'][] } = $props();
	const beside = $derived([...work.criteria, ...work.standards]);
	const words = $derived(
		[work.criteria.length && 'by criterion', work.standards.length && 'by standard']
			.filter(Boolean)
			.join(', then ')
	);
</script>

<p class="mt-5 flex flex-wrap gap-x-4.5 gap-y-1.5 text-small text-slate max-md:hidden">
	<span><kbd>Enter</kbd> next paper</span>
	<span><kbd>41;well drawn</kbd> with a comment</span>
	<span><kbd>41 L</kbd> late</span>
	{#if words}<span
			><kbd>{[work.criteria.length ? '' : '3', ...beside.map(() => '2')].join('/')}</kbd>
			{words}, a stroke before each; <kbd>-</kbd> takes one away</span
		>{/if}
	{#each codes.slice(0, 3) as each (each.code)}<span><kbd>{each.code}</kbd> {each.name}</span>{/each}
	<span><kbd>,</kbd> another student with the same score</span>
	<span><kbd>Esc</kbd> back to the name</span>
</p>
