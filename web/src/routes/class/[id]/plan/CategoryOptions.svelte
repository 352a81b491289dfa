<script lang="ts">
	/** How a category counts, in a sentence whose choices are made in place. */
	import { words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import type { Editing } from './editing';

	let { category, editing }: { category: Shapes['CategoryOut']; editing: Editing } = $props();
	const counts = [0, 1, 2, 3, 4, 5];

	async function change(body: Shapes['CategoryIn']): Promise<void> {
		try {
			await editing.changeCategory(category.id, body);
		} catch (error) {
			notice.problem(words(error));
		}
	}
</script>

<div class="options">
	<label>
		Work in it counts
		<select value={category.method} onchange={(event) => change({ method: event.currentTarget.value })}>
			<option value="points">by points</option>
			<option value="equal">each the same</option>
			<option value="shares">by shares</option>
		</select>
	</label>
	<label>
		lowest dropped
		<select
			value={String(category.drop_lowest)}
			onchange={(event) => change({ drop_lowest: Number(event.currentTarget.value) })}
		>
			{#each counts as count (count)}<option value={String(count)}>{count}</option>{/each}
		</select>
	</label>
	<label>
		highest dropped
		<select
			value={String(category.drop_highest)}
			onchange={(event) => change({ drop_highest: Number(event.currentTarget.value) })}
		>
			{#each counts as count (count)}<option value={String(count)}>{count}</option>{/each}
		</select>
	</label>
	<label
		><input
			type="checkbox"
			checked={category.cap}
			onchange={(event) => change({ cap: event.currentTarget.checked })}
		/> at most 100 %</label
	>
	<label
		><input
			type="checkbox"
			checked={category.bonus}
			onchange={(event) => change({ bonus: event.currentTarget.checked })}
		/> a bonus on top</label
	>
</div>

<style>
	.options {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 18px;
		padding: 6px 12px;
		background: var(--snow);
	}
	label {
		display: flex;
		align-items: center;
		gap: 6px;
	}
	select {
		height: 26px;
		border: 1px solid var(--rule);
		border-radius: 3px;
	}
	input {
		accent-color: var(--juniper);
	}
</style>
