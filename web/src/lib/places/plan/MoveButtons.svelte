<script lang="ts">
	/** Moving a row up or down among those beside it, for whoever neither drags nor has keys. */
	import { thisClass } from '$lib/class/thisClass';
	import { notice } from '$lib/app/notice.svelte';

	let { kind, ids, id, name }: { kind: 'category' | 'assignment'; ids: number[]; id: number; name: string } =
		$props();
	const here = thisClass();
	const at = $derived(ids.indexOf(id));
</script>

<span class="flex items-center gap-1">
	{#each [['up', -1], ['down', 1]] as const as [way, by] (way)}
		<button
			type="button"
			class="btn quiet small"
			aria-label="Move {name} {way}"
			disabled={ids[at + by] === undefined}
			onclick={() => notice.tried(here.editing.move(kind, ids, id, by))}>{by < 0 ? '↑' : '↓'} {way}</button
		>
	{/each}
</span>
