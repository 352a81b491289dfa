<script lang="ts">
	/** What the term says of a student, beside the comment. */
	import type { Shapes } from '$lib/api/client';
	import Trend from './Trend.svelte';

	let { evidence, isMadeOfTerms }: { evidence: Shapes['EvidenceOut']; isMadeOfTerms: boolean } = $props();
	let isAll = $state(false);
	/** With standards alone there may be nothing to say by category. */
	const hasWork = $derived(
		[evidence.categories, evidence.missing, evidence.late, evidence.to_come].some((each) => each.length) ||
			!evidence.standards.length
	);
	const [last, ...before] = $derived(evidence.earlier);
</script>

<Trend {evidence} />
{#if hasWork}
	<div
		class="grid grid-cols-[minmax(0,280px)_minmax(0,1fr)] items-start gap-x-6 gap-y-1 border-t border-hair pt-2 max-sm:grid-cols-1"
	>
		<table>
			<caption class="sr-only">Categories</caption>
			<tbody>
				{#each evidence.categories as each (each.name)}
					<tr>
						<td
							class="py-0.5 pr-2 text-left text-small font-semibold whitespace-nowrap"
							style="color: var(--color-hue-{each.colour})">{each.sign}</td
						>
						<th class="py-0.5 pr-2 text-left font-normal whitespace-nowrap" scope="row">{each.name}</th>
						<td class="py-0.5 pr-2 text-left font-normal whitespace-nowrap"
							><i class="block h-2 w-18 border border-hair" aria-hidden="true"
								><i
									class="block h-1.5"
									style="width: {each.level}%; background: var(--color-hue-{each.colour})"
								></i></i
							></td
						>
						<td class="py-0.5 pr-2 text-right font-normal whitespace-nowrap"
							><b class="font-semibold">{each.percent}</b></td
						>
						<td class="py-0.5 pr-2 text-left font-normal whitespace-nowrap text-slate">{each.words}</td>
					</tr>
				{:else}<tr
						><td class="py-0.5 pr-2 text-left font-normal whitespace-nowrap text-slate"
							>{isMadeOfTerms ? 'It comes from the terms in the list.' : 'No category has a score yet.'}</td
						></tr
					>{/each}
			</tbody>
		</table>
		<dl class="grid grid-cols-[auto_minmax(0,1fr)] content-start gap-x-4 gap-y-0.5">
			{#if evidence.missing.length}<dt class="text-slate">missing</dt>
				<dd class="wrap-anywhere">
					<i class="mr-1.5 inline-block h-2.75 w-1 bg-rowan" aria-hidden="true"></i>{evidence.missing.join(
						', '
					)}
				</dd>{/if}
			{#if evidence.late.length}<dt class="text-slate">late</dt>
				<dd class="wrap-anywhere">{evidence.late.join(', ')}</dd>{/if}
			{#if evidence.to_come.length}<dt class="text-slate">not in yet</dt>
				<dd class="wrap-anywhere">{evidence.to_come.join(', ')}</dd>{/if}
		</dl>
	</div>
{/if}
{#if evidence.standards.length}
	<ul class="mt-2 border-t border-hair pt-1.5" aria-label="Standards">
		{#each evidence.standards as each (each.name)}
			<li class="grid grid-cols-[168px_72px_minmax(56px,max-content)_minmax(0,1fr)] items-baseline gap-2">
				<span class={['truncate', each.within && 'pl-3']} title={each.name}>{each.name}</span>
				<i class="block h-2 w-18 border border-hair" aria-hidden="true"
					><i class="block h-1.5 bg-deep" style="width: {each.level}%"></i></i
				>
				<b class="font-semibold">{each.mark}</b>
				<span class="truncate text-small text-slate" title={each.words}>{each.words}</span>
			</li>
		{/each}
	</ul>
{/if}
{#if last}
	<p class="border-t border-hair pt-2">
		Last time, {last.term.toLowerCase()}, {last.mark}:
		<q class="text-slate [quotes:'“'_'”']">{last.comment}</q>
		{#if before.length}<button class="link" onclick={() => (isAll = !isAll)}
				>{isAll ? 'only the last' : `${before.length} earlier`}</button
			>{/if}
	</p>
	{#if isAll}{#each before as each (each.term)}<p class="border-t border-hair pt-2">
				{each.term}, {each.mark}: <q class="text-slate [quotes:'“'_'”']">{each.comment}</q>
			</p>{/each}{/if}
{/if}
