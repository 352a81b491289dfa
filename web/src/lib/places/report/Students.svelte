<script lang="ts">
	/** Choosing students of a report. */
	import Check from '$lib/ui/check/Check.svelte';
	import { among } from '$lib/ui/check/among';
	import { type Row } from './rows';
	import { nameOf } from '$lib/class/names';

	let { rows, chosen = $bindable() }: { rows: Row[]; chosen: number[] } = $props();
	const everybody = $derived(rows.map((row) => row.student_id));
</script>

<fieldset>
	<legend class="label">Students</legend>
	<Check
		class="pb-1 font-semibold"
		checked={chosen.length === everybody.length}
		onchange={(isOn) => (chosen = isOn ? everybody : [])}>all {everybody.length}</Check
	>
	<div
		class="grid max-h-50 grid-cols-[repeat(auto-fill,minmax(200px,1fr))] gap-x-4 gap-y-0.5 overflow-auto border-t border-hair pt-1"
	>
		{#each rows as row (row.student_id)}
			<Check
				bind:checked={
					() => chosen.includes(row.student_id), (isOn) => (chosen = among(chosen, row.student_id, isOn))
				}>{nameOf(row)}</Check
			>
		{/each}
	</div>
</fieldset>
