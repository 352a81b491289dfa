<script lang="ts">
	/** Work that is not in the grade: beside the drawing, with the way into it where it is in no category. */
	import type { Shapes } from '$lib/api/client';

	let {
		works,
		onplace
	}: {
		works: Shapes['AssignmentOut'][];
		/** One is to be put into a category. */
		onplace?: ((assignment: number) => void) | undefined;
	} = $props();
</script>

<div
	class="apart flex max-h-33.5 w-25 flex-none flex-col overflow-auto rounded border border-dashed border-amber px-1 py-2 text-center text-small leading-4 max-md:w-auto"
>
	<b class="mb-1.5 text-amber-ink">not in the grade</b>
	{#each works as each (each.id)}
		<span class="font-semibold">{each.short_name}</span><span>{each.points} points</span>
		{#if onplace && each.category_id === null}
			<button class="link text-center" onclick={() => onplace(each.id)}
				>Place it<span class="sr-only">: {each.name}</span></button
			>
		{/if}
	{/each}
</div>

<style>
	.apart {
		background: repeating-linear-gradient(135deg, transparent 0 6px, var(--color-amber-2) 6px 7px);
	}
</style>
