<script lang="ts">
	/** What the term says of a student, beside the comment. */
	import type { Shapes } from '$lib/api/client';
	import Trend from './Trend.svelte';

	let { evidence, isMadeOfTerms }: { evidence: Shapes['EvidenceOut']; isMadeOfTerms: boolean } = $props();
	let isAll = $state(false);
	const [last, ...before] = $derived(evidence.earlier);
</script>

<Trend {evidence} />
<div class="sides">
	<table>
		<caption class="sr-only">Categories</caption>
		<tbody>
			{#each evidence.categories as each (each.name)}
				<tr>
					<td class="sign" style="color: var(--hue-{each.colour})">{each.sign}</td>
					<th scope="row">{each.name}</th>
					<td
						><i class="bar" aria-hidden="true"
							><i style="width: {each.level}%; background: var(--hue-{each.colour})"></i></i
						></td
					>
					<td class="r"><b>{each.percent}</b></td>
					<td class="slate">{each.words}</td>
				</tr>
			{:else}<tr
					><td class="slate"
						>{isMadeOfTerms ? 'It comes from the terms in the list.' : 'No category has a score yet.'}</td
					></tr
				>{/each}
		</tbody>
	</table>
	<dl>
		{#if evidence.missing.length}<dt>missing</dt>
			<dd><i class="missing" aria-hidden="true"></i>{evidence.missing.join(', ')}</dd>{/if}
		{#if evidence.late.length}<dt>late</dt>
			<dd>{evidence.late.join(', ')}</dd>{/if}
		{#if evidence.to_come.length}<dt>not in yet</dt>
			<dd>{evidence.to_come.join(', ')}</dd>{/if}
	</dl>
</div>
{#if evidence.standards.length}
	<ul class="standards" aria-label="Standards">
		{#each evidence.standards as each (each.name)}
			<li class:part={each.within}>
				<span>{each.name}</span>
				<i class="bar" aria-hidden="true"><i style="width: {each.level}%"></i></i>
				<b>{each.mark}</b>
				<span class="slate">{each.words}</span>
			</li>
		{/each}
	</ul>
{/if}
{#if last}
	<p class="before">
		Last time, {last.term.toLowerCase()}, {last.mark}: <q>{last.comment}</q>
		{#if before.length}<button class="link" onclick={() => (isAll = !isAll)}
				>{isAll ? 'only the last' : `${before.length} earlier`}</button
			>{/if}
	</p>
	{#if isAll}{#each before as each (each.term)}<p class="before">
				{each.term}, {each.mark}: <q>{each.comment}</q>
			</p>{/each}{/if}
{/if}

<style>
	.sides {
		display: grid;
		align-items: start;
		grid-template-columns: minmax(0, 280px) minmax(0, 1fr);
		gap: 4px 24px;
		padding-top: 8px;
		border-top: 1px solid var(--hair);
	}
	td,
	th {
		padding: 2px 8px 2px 0;
		font-weight: 400;
		text-align: left;
		white-space: nowrap;
	}
	.sign {
		font-weight: 600;
		font-size: 12px;
	}
	.bar {
		display: block;
		width: 72px;
		height: 8px;
		border: 1px solid var(--hair);
	}
	.bar i {
		display: block;
		height: 6px;
	}
	.r {
		text-align: right;
	}
	b {
		font-weight: 600;
	}
	.slate,
	dt {
		color: var(--slate);
	}
	dl {
		display: grid;
		grid-template-columns: auto minmax(0, 1fr);
		align-content: start;
		gap: 2px 16px;
	}
	dd {
		overflow-wrap: anywhere;
	}
	.standards {
		margin-top: 8px;
		padding-top: 6px;
		border-top: 1px solid var(--hair);
	}
	.standards li {
		display: grid;
		grid-template-columns: 168px 72px minmax(56px, max-content) minmax(0, 1fr);
		gap: 8px;
		align-items: baseline;
	}
	.standards li > span:first-child {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.standards .part span:first-child {
		padding-left: 12px;
	}
	.standards .bar i {
		background: var(--deep);
	}
	.standards .slate {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
		font-size: 12px;
	}
	.missing {
		display: inline-block;
		width: 4px;
		height: 11px;
		margin-right: 6px;
		background: var(--rowan);
	}
	.before {
		padding-top: 8px;
		border-top: 1px solid var(--hair);
	}
	q {
		color: var(--slate);
		quotes: '“' '”';
	}
	@media (max-width: 640px) {
		.sides {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
