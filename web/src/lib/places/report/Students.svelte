<script lang="ts">
	/** Choosing students of a report. */
	import { type Row } from './rows';
	import { nameOf } from '$lib/class/names';

	let { rows, chosen = $bindable() }: { rows: Row[]; chosen: number[] } = $props();
	const everybody = $derived(rows.map((row) => row.student_id));
</script>

<fieldset>
	<legend class="label">Students</legend>
	<label class="flex items-baseline gap-2 pb-1 font-semibold"
		><input
			type="checkbox"
			checked={chosen.length === everybody.length}
			onchange={(event) => (chosen = event.currentTarget.checked ? everybody : [])}
		/>
		all {everybody.length}</label
	>
	<div
		class="grid max-h-50 grid-cols-[repeat(auto-fill,minmax(200px,1fr))] gap-x-4 gap-y-0.5 overflow-auto border-t border-hair pt-1"
	>
		{#each rows as row (row.student_id)}
			<label class="flex items-baseline gap-2"
				><input type="checkbox" bind:group={chosen} value={row.student_id} /> {nameOf(row)}</label
			>
		{/each}
	</div>
</fieldset>
