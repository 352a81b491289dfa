<script lang="ts">
	/** A semester: what it is made of, drawn to scale, and how much each part weighs. */
	import { type Shapes } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import InPlace from '$lib/ui/InPlace.svelte';
	import type { Editing } from '$lib/planning/editing';

	let { plan, editing }: { plan: Shapes['PlanOut']; editing: Editing } = $props();

	function from(parts_from: string): Promise<void> {
		return notice.tried(editing.changeTerm(plan.term_id, { parts_from }));
	}
</script>

<div class="bar" role="group" aria-label="{plan.term}, drawn to scale">
	{#each plan.parts as part (part.term_id)}
		<div style="flex: {part.width} 1 0" title="{part.name}: {part.share} % of {plan.term.toLowerCase()}">
			<b>{part.name}</b><span>{part.share} %</span>
		</div>
	{/each}
</div>
<section aria-labelledby="parts">
	<h3 id="parts">Of what it is made</h3>
	<p>
		{plan.term} has no assignments of its own. It is made of the terms below; one without a grade is left out. Its
		parts count by
		<select
			aria-label="Parts count by"
			value={plan.parts_from}
			onchange={(event) => from(event.currentTarget.value)}
		>
			<option value="percent">their percent</option>
			<option value="mark">their marks</option>
		</select>.
	</p>
	<table>
		<thead
			><tr
				><th scope="col">Term</th><th scope="col">Weighs</th><th scope="col"
					>% of {plan.term.toLowerCase()}</th
				></tr
			></thead
		>
		<tbody>
			{#each plan.parts as part (part.term_id)}
				<tr>
					<th scope="row">{part.name}</th>
					<td
						><InPlace
							label="Weight of {part.name}"
							align="right"
							value={part.weight}
							save={(weight) =>
								editing.changeTerm(plan.term_id, { part_weights: { [part.term_id]: weight } })}
						/></td
					>
					<td>{part.share}</td>
				</tr>
			{/each}
		</tbody>
	</table>
</section>

<style>
	.bar {
		display: flex;
		gap: 1px;
		height: 76px;
		margin: 0 24px;
	}
	.bar div {
		padding: 12px 10px;
		overflow: hidden;
		border: 1px solid var(--rule);
		border-radius: 3px;
		background: var(--ice-2);
		white-space: nowrap;
	}
	.bar b,
	.bar span {
		display: block;
	}
	.bar span,
	h3 {
		color: var(--slate);
	}
	section {
		max-width: 620px;
		padding: 24px;
	}
	h3 {
		font: 400 12px/16px var(--text);
	}
	p {
		margin: 4px 0 12px;
		font-size: 15px;
		line-height: 26px;
	}
	select {
		height: 26px;
		border: 1px solid var(--rule);
		border-radius: 3px;
		font-size: 15px;
	}
	table {
		width: 100%;
	}
	th,
	td {
		height: 30px;
		border-bottom: 1px solid var(--hair);
		font-weight: 400;
		text-align: left;
	}
	td,
	thead th + th {
		width: 130px;
		text-align: right;
	}
	thead th {
		color: var(--slate);
		font-size: 12px;
	}
</style>
