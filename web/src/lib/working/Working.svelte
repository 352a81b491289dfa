<script lang="ts">
	/** How a grade comes about, step by step. */
	import type { Shapes } from '$lib/api/client';

	let {
		how,
		isWhole = false
	}: {
		how: Shapes['WorkingOut'];
		/** Whether every score is shown, rather than those of a category that one opens. */
		isWhole?: boolean;
	} = $props();
	const hasWeights = $derived(how.categories.some((each) => each.weight_in_effect !== null));
	let opened = $state<string | null>(null);
</script>

{#if how.categories.some((each) => each.width)}
	<div class="bars" aria-hidden="true">
		{#each how.categories.filter((each) => each.width) as each (each.name)}
			<div style="flex: {each.width} 1 0; --c: var(--hue-{each.colour}); --ct: var(--hue-{each.colour}-2)">
				<p><i style="height: {each.height}%"></i></p>
				<b>{each.name}</b><span>{each.percent} %</span>
			</div>
		{/each}
	</div>
{/if}
<table>
	<thead>
		<tr>
			<th scope="col"><span class="sr-only">{how.parts.length ? 'Term' : 'Category'}</span></th>
			<th scope="col">result</th>
			{#if hasWeights || how.parts.length}<td></td><th scope="col">weight now</th>{/if}
			<td></td>
			<th scope="col">adds</th>
		</tr>
	</thead>
	<tbody>
		{#each how.parts as part (part.name)}
			<tr>
				<th scope="row"
					>{part.name}
					{#if part.mark}<span class="slate">{part.mark}</span>{/if}</th
				>
				<td>{part.percent === null ? 'no grade' : `${part.percent} %`}</td>
				<td class="x">{part.adds === null ? '' : '×'}</td>
				<td>{part.weight_in_effect === null ? '' : `${part.weight_in_effect} %`}</td>
				<td class="x">{part.adds === null ? '' : '='}</td>
				<td><b>{part.adds ?? ''}</b></td>
			</tr>
		{/each}
		{#each how.categories as each (each.name)}
			<tr style="--c: var(--hue-{each.colour})">
				<th scope="row">
					{#if isWhole}<b class="whole"><i class="square"></i>{each.name}</b>
					{:else}<button
							onclick={() => (opened = opened === each.name ? null : each.name)}
							aria-expanded={opened === each.name}><i class="square"></i>{each.name}</button
						>{/if}
					<span class="sums">{each.words}</span>
				</th>
				<td>{each.percent === null ? '' : `${each.percent} %`}</td>
				{#if hasWeights}
					<td class="x">{each.weight_in_effect === null ? '' : '×'}</td>
					<td>{each.weight_in_effect === null ? '' : `${each.weight_in_effect} %`}</td>
				{/if}
				<td class="x">{each.adds === null ? '' : '='}</td>
				<td><b>{each.adds ?? ''}</b></td>
			</tr>
			{#if isWhole || opened === each.name}
				{#each each.lines as line (line.name)}{@render work(line)}{/each}
			{/if}
		{/each}
		{#if how.apart.length && how.method === 'weighted'}
			<tr
				><th scope="row" class="slate" colspan={hasWeights || how.parts.length ? 6 : 4}
					>In no category, not in the grade</th
				></tr
			>
		{/if}
		{#each how.apart as line (line.name)}{@render work(line)}{/each}
		{#if how.sum !== null}
			<tr class="total">
				<th scope="row">{how.term}</th>
				<td></td>
				{#if hasWeights || how.parts.length}<td></td><td>100.00 %</td>{/if}
				<td></td>
				<td><b>{how.sum}</b></td>
			</tr>
		{/if}
		{#each how.steps as step (step.words)}
			<tr class="step"
				><th scope="row" colspan={hasWeights || how.parts.length ? 5 : 3}
					>{step.words}{step.reason ? `: ${step.reason}` : ''}</th
				><td><b>{step.value}</b></td></tr
			>
		{/each}
	</tbody>
</table>
{#if how.note}<p class="note">{how.note}</p>{/if}
{#if how.exact && how.exact.includes('/')}
	<p class="note">Exactly, the percent is {how.exact}. What is shown is rounded only to be read.</p>
{/if}

{#snippet work(line: Shapes['LineOut'])}
	<tr class="work">
		<th scope="row" colspan={hasWeights || how.parts.length ? 5 : 3}>
			<span class:struck={line.dropped}>{line.name}</span>
			<span class="slate"
				>{line.words}{line.score && !line.words.startsWith(line.score)
					? ` (${line.score} entered)`
					: ''}</span
			>
		</th>
		<td>{line.adds ?? ''}</td>
	</tr>
{/snippet}

<style>
	.bars {
		display: flex;
		gap: 2px;
		margin-bottom: 14px;
	}
	/* Names stand under the bars: an edge through a name would read as work that is dropped. */
	.bars div {
		display: flex;
		flex-direction: column;
		min-width: 0;
		overflow: hidden;
		white-space: nowrap;
	}
	.bars p {
		position: relative;
		height: 48px;
		margin-bottom: 4px;
		border: 1px solid var(--hair);
		border-top: 3px solid var(--c);
		border-bottom-color: var(--rule);
		background: var(--snow);
	}
	.bars i {
		print-color-adjust: exact;
		position: absolute;
		left: 0;
		right: 0;
		bottom: 0;
		background: var(--ct);
		border-top: 1.5px solid var(--c);
	}
	.bars b,
	.bars span {
		font-weight: 600;
		line-height: 18px;
		text-overflow: ellipsis;
		overflow: hidden;
	}
	.bars span {
		color: var(--slate);
		font-weight: 400;
	}
	table {
		width: 100%;
	}
	thead th,
	thead td {
		padding-bottom: 4px;
		border-bottom: 1px solid var(--rule);
		color: var(--slate);
		font-size: 12px;
		font-weight: 400;
		text-align: right;
	}
	tbody th {
		font-weight: 400;
		text-align: left;
	}
	tbody th,
	tbody td {
		padding: 7px 0;
		border-bottom: 1px solid var(--hair);
		vertical-align: top;
		line-height: 19px;
	}
	td {
		text-align: right;
		white-space: nowrap;
	}
	td b {
		font-weight: 600;
	}
	.x {
		width: 24px;
		text-align: center;
		color: var(--slate);
	}
	th button,
	.whole {
		font-weight: 600;
		text-align: left;
	}
	th button:hover {
		text-decoration: underline;
	}
	.square {
		print-color-adjust: exact;
		display: inline-block;
		width: 9px;
		height: 9px;
		margin-right: 8px;
		border-radius: 1px;
		background: var(--c);
	}
	.sums {
		display: block;
		padding-left: 17px;
		color: var(--slate);
	}
	.slate,
	.note,
	.step th {
		color: var(--slate);
	}
	.struck {
		text-decoration: line-through;
	}
	.work th {
		padding-left: 17px;
	}
	.work th,
	.work td {
		padding-top: 4px;
		padding-bottom: 4px;
	}
	.total th,
	.total td {
		border-top: 1px solid var(--rule);
		font-weight: 600;
	}
	.note {
		margin-top: 8px;
	}
</style>
