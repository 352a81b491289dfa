<script lang="ts">
	/** What a class's grid holds just now, as words. */
	import { useGrid } from '$lib/class/grid.svelte';

	let { id }: { id: number } = $props();
	const grid = useGrid(() => ({ id, term: 7 }));
	const written = $derived(
		grid.data?.rows.map((row) =>
			[row.given_name, ...Object.values(row.cells).map((cell) => cell.text)].join(' ')
		)
	);
</script>

<button type="button" onclick={() => void grid.refetch()}>Ask again</button>
<output>{written?.join(', ') ?? 'nothing yet'}</output>
