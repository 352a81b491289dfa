<script lang="ts">
	/** The term's assignments, each with how it came out, to be sorted by any figure. */
	import type { Shapes } from '$lib/api/client';
	import { want } from '$lib/app/wanted.svelte';
	import { thisClass } from '$lib/class/thisClass';

	let { works, term, current }: { works: Shapes['WorkSpreadOut'][]; term: number; current: number | null } =
		$props();
	type Work = Shapes['WorkSpreadOut'];
	type Figure = 'mean' | 'median' | 'deviation' | 'missing' | 'slips' | 'correlation';
	const here = thisClass();
	const heads: [Figure, string, string][] = [
		['mean', 'mean, %', 'the hardest first'],
		['median', 'median', 'the lowest first'],
		['deviation', 'deviation', 'the widest first'],
		['missing', 'missing', 'most missing first'],
		['slips', 'slips', 'most slips first'],
		['correlation', 'with the rest', 'what goes least with the rest of the grade first']
	];
	let by = $state<Figure>('mean');
	/** Figures in which more is what one looks for come first from the top down. */
	const falls = new Set<Figure>(['deviation', 'missing', 'slips']);

	function number(work: Work): number {
		const value = work[by];
		if (value === null) return Infinity;
		return (falls.has(by) ? -1 : 1) * Number(value);
	}

	const sorted = $derived(works.toSorted((one, other) => number(one) - number(other) || 0));
</script>

<div class="relative overflow-x-auto">
	<table class="num w-full" aria-label="Assignments">
		<thead>
			<tr class="text-small text-slate">
				<th scope="col" class="h-8 border-b border-rule text-left font-normal">Assignment</th>
				<th scope="col" class="w-44 border-b border-rule text-left font-normal max-md:hidden">0 to 100 %</th>
				{#each heads as [figure, words, order] (figure)}
					<th
						scope="col"
						class="border-b border-rule pl-3 text-right font-normal whitespace-nowrap"
						aria-sort={by === figure ? (falls.has(figure) ? 'descending' : 'ascending') : undefined}
						><button
							class={['min-h-6', by === figure && 'font-semibold text-ink']}
							title="Sorted so: {order}"
							onclick={() => (by = figure)}
							>{words}{by === figure ? (falls.has(figure) ? ' ▾' : ' ▴') : ''}</button
						></th
					>
				{/each}
				<th scope="col" class="border-b border-rule"><span class="sr-only">its scores</span></th>
			</tr>
		</thead>
		<tbody>
			{#each sorted as work (work.id)}
				<tr class={['border-b border-hair', work.id === current && 'bg-ice-2']}>
					<th scope="row" class="h-7 text-left font-normal">
						<span
							class="sign-letters inline-block w-7"
							style:--c={work.colour === null ? 'var(--color-slate)' : `var(--color-hue-${work.colour})`}
							aria-hidden="true">{work.sign ?? ''}</span
						><a class="hover:underline" href="?term={term}&assignment={work.id}">{work.name}</a>
						{#if work.adjusted}<small class="text-amber-ink">curved</small>{/if}
					</th>
					<td class="w-44 pr-2 max-md:hidden">
						{#if work.box}
							<svg
								class="block"
								viewBox="0 0 100 14"
								preserveAspectRatio="none"
								width="100%"
								height="14"
								aria-hidden="true"
							>
								<line
									class="stroke-slate"
									x1={work.box.low}
									x2={work.box.high}
									y1="7"
									y2="7"
									vector-effect="non-scaling-stroke"
								/>
								<rect
									class="fill-ice stroke-deep-2"
									x={work.box.lower}
									y="3"
									width={Math.max(0.5, work.box.upper - work.box.lower)}
									height="8"
									vector-effect="non-scaling-stroke"
								/>
								<line
									class="stroke-ink"
									stroke-width="2"
									x1={work.box.middle}
									x2={work.box.middle}
									y1="1"
									y2="13"
									vector-effect="non-scaling-stroke"
								/>
							</svg>
						{/if}
					</td>
					<td class="pl-3 text-right">{work.mean ?? '—'}</td>
					<td class="pl-3 text-right">{work.median ?? '—'}</td>
					<td class="pl-3 text-right">{work.deviation ?? '—'}</td>
					<td class={['pl-3 text-right', work.missing ? 'text-rowan' : 'text-slate']}>{work.missing}</td>
					<td class={['pl-3 text-right', work.slips ? 'font-semibold text-amber-ink' : 'text-slate']}
						>{work.slips}</td
					>
					<td class="pl-3 text-right">{work.correlation?.replace('-', '−') ?? '—'}</td>
					<td class="pl-3 text-right"
						><a
							class="link"
							href="/class/{here.id}/scores?term={term}"
							onclick={() => want(`column-${work.id}`, { classId: here.id, term })}
							>scores<span class="sr-only"> of {work.name}</span></a
						></td
					>
				</tr>
			{:else}<tr><td colspan="9" class="py-2 text-slate">The term has no assignments of its own.</td></tr
				>{/each}
		</tbody>
	</table>
</div>
