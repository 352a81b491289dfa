<script lang="ts">
	/** Choosing students of a report. */
	import { type Row } from './rows';
	import { nameOf } from '$lib/grid/view';

	let { rows, chosen = $bindable() }: { rows: Row[]; chosen: number[] } = $props();
	const everybody = $derived(rows.map((row) => row.student_id));
</script>

<fieldset>
	<legend class="label">Students</legend>
	<label class="tick all"
		><input
			type="checkbox"
			checked={chosen.length === everybody.length}
			onchange={(event) => (chosen = event.currentTarget.checked ? everybody : [])}
		/>
		all {everybody.length}</label
	>
	<div>
		{#each rows as row (row.student_id)}
			<label class="tick"
				><input type="checkbox" bind:group={chosen} value={row.student_id} /> {nameOf(row)}</label
			>
		{/each}
	</div>
</fieldset>

<style>
	div {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
		gap: 2px 16px;
		max-height: 200px;
		overflow: auto;
		padding-top: 4px;
		border-top: 1px solid var(--hair);
	}
	.tick {
		display: flex;
		gap: 8px;
		align-items: baseline;
	}
	.all {
		font-weight: 600;
		padding-bottom: 4px;
	}
</style>
