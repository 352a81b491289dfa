<script lang="ts">
	/** The criteria of a cell's work, each with the level chosen; what is chosen is entered at once. */
	import type { Shapes } from '$lib/api/client';
	import { saving } from '$lib/app/saving/saving.svelte';
	import Criteria from '$lib/class/criteria/Criteria.svelte';
	import { oneLevel } from '$lib/class/criteria/typed';
	import type { Place } from '$lib/app/saving/queue';

	let {
		place,
		term,
		cell,
		criteria,
		isLocked,
		onnext
	}: {
		place: Place;
		term: number;
		cell: Shapes['CellOut'];
		criteria: readonly Shapes['CriterionOut'][];
		isLocked: boolean;
		onnext: () => void;
	} = $props();
	/** What was chosen here and is on its way. */
	let typed = $state<Record<number, number>>({});
	const waits = $derived(saving.pending(place) !== undefined);
	// What has arrived is in the cell.
	$effect(() => {
		if (!waits) typed = {};
	});
	const chosen = $derived(criteria.map((_, at) => typed[at] ?? cell.levels?.[at] ?? 0));

	function choose(at: number, level: number): void {
		typed = { ...typed, [at]: level };
		void saving.enter({ ...place, text: oneLevel(at, level), version: cell.version }, term);
	}
</script>

<h3 id="lens-criteria-head">Criteria</h3>
{#if cell.typed_over}<p class="mb-1.5 text-slate">
		<b class="font-semibold text-amber-ink">Typed</b> in place of what the levels come to; choosing a level takes
		it back.
	</p>{/if}
<Criteria
	id="lens-criteria-{place.student}-{place.assignment}"
	{criteria}
	{chosen}
	disabled={isLocked}
	onchoose={choose}
	{onnext}
/>
