<script lang="ts">
	/** On a narrow screen: which assignment is shown, and from it to the one before or after. */
	import type { Shapes } from '$lib/api/client';
	import Select from '$lib/ui/select/Select.svelte';

	let {
		columns,
		at,
		onchange
	}: { columns: Shapes['ColumnOut'][]; at: number; onchange: (assignment: number) => void } = $props();

	function along(by: number): void {
		const place = columns.findIndex((each) => each.id === at) + by;
		onchange(columns[Math.max(0, Math.min(place, columns.length - 1))]!.id);
	}
</script>

<div class="flex gap-2 px-4 py-1.5">
	{@render step('The assignment before', '←', -1)}
	<Select
		class="h-9 min-w-0 flex-1 rounded border border-rule bg-snow text-ink"
		label="Assignment"
		value={String(at)}
		onchange={(value) => onchange(Number(value))}
		choices={columns.map((each) => [each.id, each.name] as const)}
	/>
	{@render step('The assignment after', '→', 1)}
</div>

{#snippet step(name: string, sign: string, by: number)}
	<button class="w-11 rounded border border-rule" aria-label={name} onclick={() => along(by)}>{sign}</button>
{/snippet}
