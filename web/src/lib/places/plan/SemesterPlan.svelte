<script lang="ts">
	/** A semester: what it is made of, drawn to scale, and how much each part weighs. */
	import { thisClass } from '$lib/class/thisClass';
	import { type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import InPlace from '$lib/ui/InPlace.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let { plan }: { plan: Shapes['PlanOut'] } = $props();
	const here = thisClass();

	function from(parts_from: string): Promise<void> {
		return notice.tried(here.editing.changeTerm(plan.term_id, { parts_from }));
	}
</script>

<div class="mx-6 flex h-19 gap-px" role="group" aria-label="{plan.term}, drawn to scale">
	{#each plan.parts as part (part.term_id)}
		<div
			class="overflow-hidden rounded border border-rule bg-ice-2 px-2.5 py-3 whitespace-nowrap"
			style="flex: {part.width} 1 0"
			title="{part.name}: {part.share} % of {plan.term.toLowerCase()}"
		>
			<b class="block">{part.name}</b><span class="block text-slate">{part.share} %</span>
		</div>
	{/each}
</div>
<section class="max-w-155 p-6" aria-labelledby="parts">
	<h3 class="font-text text-small leading-4 font-normal text-slate" id="parts">Of what it is made</h3>
	<p class="mt-1 mb-3 text-large leading-6.5">
		{plan.term} has no assignments of its own. It is made of the terms below; one without a grade is left out. Its
		parts count by
		<Select
			class="h-6.5 rounded border border-rule px-1.5 text-large"
			label="Parts count by"
			value={plan.parts_from}
			onchange={(value) => from(value)}
			choices={[
				['percent', 'their percent'],
				['mark', 'their marks']
			]}
		/>.
	</p>
	<table class="w-full">
		<thead
			><tr
				><th class="h-7.5 border-b border-hair text-left text-small font-normal text-slate" scope="col"
					>Term</th
				><th
					class="h-7.5 w-32.5 border-b border-hair text-right text-small font-normal text-slate"
					scope="col">Weighs</th
				><th
					class="h-7.5 w-32.5 border-b border-hair text-right text-small font-normal text-slate"
					scope="col">% of {plan.term.toLowerCase()}</th
				></tr
			></thead
		>
		<tbody>
			{#each plan.parts as part (part.term_id)}
				<tr>
					<th class="h-7.5 border-b border-hair text-left font-normal" scope="row">{part.name}</th>
					<td class="h-7.5 w-32.5 border-b border-hair text-right font-normal"
						><InPlace
							label="Weight of {part.name}"
							align="right"
							value={part.weight}
							save={(weight) =>
								here.editing.changeTerm(plan.term_id, { part_weights: { [part.term_id]: weight } })}
						/></td
					>
					<td class="h-7.5 w-32.5 border-b border-hair text-right font-normal">{part.share}</td>
				</tr>
			{/each}
		</tbody>
	</table>
</section>
