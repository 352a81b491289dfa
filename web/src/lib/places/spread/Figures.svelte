<script lang="ts">
	/** Figures beside each other: the class now and with the curve, its terms, and other sections. */
	import type { Shapes } from '$lib/api/client';

	let { groups }: { groups: Shapes['GroupOut'][] } = $props();
	const heads = [
		'count',
		'mean',
		'median',
		'deviation',
		'lowest',
		'lower quartile',
		'upper quartile',
		'highest',
		'missing'
	];
	const cells = (group: Shapes['GroupOut']) => [
		group.count, group.mean, group.median, group.deviation, group.lowest, group.lower_quartile, group.upper_quartile,
		group.highest, group.missing
	]; // prettier-ignore
</script>

<div class="relative overflow-x-auto">
	<table class="num w-full" aria-label="Figures in percent">
		<thead>
			<tr class="text-small text-slate">
				<th scope="col" class="h-8 border-b border-rule text-left font-normal">Figures in percent</th>
				{#each heads as head (head)}<th scope="col" class="border-b border-rule pl-3 text-right font-normal"
						>{head}</th
					>{/each}
			</tr>
		</thead>
		<tbody>
			{#each groups as group, place (place)}
				<tr class="border-b border-hair">
					<th scope="row" class={['h-7 text-left', place === 0 ? 'font-semibold' : 'font-normal']}
						>{group.name}</th
					>
					{#each cells(group) as cell, index (heads[index])}<td class="pl-3 text-right">{cell ?? '—'}</td
						>{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</div>
