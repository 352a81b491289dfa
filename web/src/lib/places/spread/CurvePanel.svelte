<script lang="ts">
	/** The curve as a sentence, the minimums as typed, and whose mark or grade would change. */
	import AdjustSteps from '$lib/class/planning/AdjustSteps.svelte';
	import { counted } from '$lib/words/plurals';
	import Fold from '$lib/ui/Fold.svelte';
	import type { Curving } from './curving.svelte';
	import { nameOf, type Spread } from './line';

	let {
		spread,
		shown,
		curving,
		hasAliases,
		onselect,
		onaside
	}: {
		/** What is kept, and what the line shows: what is tried, where something is. */
		spread: Spread;
		shown: Spread;
		curving: Curving;
		hasAliases: boolean;
		onselect: (student: number) => void;
		/** Put what the draft has aside, to be compared. */
		onaside: () => void;
	} = $props();

	const moved = $derived(
		shown.dots.filter((dot) => dot.then && dot.now && (dot.is_lower || dot.move !== 'stays'))
	);
	/** Of a large class not all stand in the list at once. */
	const MOST_LISTED = 50;
	let isWhole = $state(false);
	const listed = $derived(isWhole ? moved : moved.slice(0, MOST_LISTED));
	const crossing = $derived(moved.filter((dot) => dot.move !== 'stays'));
	const falling = $derived(moved.filter((dot) => dot.is_lower));

	/** The minimums with one of them as it is being typed. */
	function tryMinimum(mark: string, text: string): void {
		if (text.trim()) curving.try({ minimums: { [mark]: text } });
	}
</script>

<h2>Curve</h2>
{#if spread.subject.kind === 'category'}
	<p class="py-2 text-slate">
		A category is not curved as a whole: curve its work one by one, or {spread.term.toLowerCase()}.
	</p>
{:else}
	<div class="py-2">
		<AdjustSteps
			steps={curving.steps.now}
			means={shown.means_by_step}
			ontype={(steps) => curving.try({ steps })}
			onchange={(make) => curving.steps.change(make)}
		/>
	</div>
{/if}
<Fold title="Minimums of {spread.scale.name}">
	<p class="pb-2 text-slate">Changing one makes a scale of your own for this class.</p>
	<div class="grid grid-cols-3 gap-x-3 gap-y-1">
		{#each spread.bands.toReversed() as band, place (band.mark)}
			<label class="flex items-center gap-1.5">
				<span class="w-9 truncate font-semibold" title={band.mark}>{band.mark}</span>
				<input
					class="field num h-6.5 min-w-0 flex-1"
					inputmode="decimal"
					aria-label="{band.mark} begins at"
					disabled={place === spread.bands.length - 1}
					value={band.min}
					oninput={(event) => tryMinimum(band.mark, event.currentTarget.value)}
					onchange={(event) => curving.keepMinimums({ [band.mark]: event.currentTarget.value })}
				/>
			</label>
		{/each}
	</div>
</Fold>
<p class="problem" role="alert">{curving.problem}</p>
{#if shown.would}
	<div class="flex items-baseline justify-between gap-3 border-t border-rule pt-2">
		<h3 class="font-text text-small font-normal text-slate" role="status">
			{counted(crossing.length, 'mark')} would change{#if falling.length}; <b class="font-semibold text-rowan"
					>{counted(falling.length, 'grade')} would fall</b
				>{/if}
		</h3>
		{#if spread.has_draft}<button class="link" onclick={onaside}>put aside to compare</button>{/if}
	</div>
	{#if shown.subject.kind !== 'term'}
		<p>
			In {shown.term.toLowerCase()}, {counted(shown.would.grades, 'grade')} would change, and {counted(
				shown.would.marks,
				'mark'
			)}.
		</p>
	{/if}
	<table class="num mt-1 w-full table-fixed contain-content" aria-label="Who would change">
		<colgroup><col /><col class="w-9" /><col class="w-8" /><col class="w-13" /><col class="w-8" /></colgroup>
		<thead class="sr-only"
			><tr
				><th scope="col">student</th><th scope="col">percent now</th><th scope="col">mark now</th><th
					scope="col">percent then</th
				><th scope="col">mark then</th></tr
			></thead
		>
		<tbody>
			{#each listed as dot (dot.student_id)}
				<tr class="border-b border-hair">
					<th scope="row" class="h-6.5 max-w-32 truncate pr-2 text-left font-normal"
						><button
							class="link-plain max-w-full truncate"
							title={nameOf(dot, hasAliases)}
							onclick={() => onselect(dot.student_id)}>{nameOf(dot, hasAliases)}</button
						></th
					>
					<td class="text-right">{dot.now?.percent}</td>
					<td class="w-8 pl-1.5 font-semibold">{dot.now?.mark}</td>
					<td class="text-right"
						><span class="pr-1 text-slate" aria-hidden="true">→</span>{dot.then?.percent}</td
					>
					<td class={['w-8 pl-1.5 font-semibold', dot.is_lower && 'text-rowan']}>{dot.then?.mark}</td>
				</tr>
			{/each}
		</tbody>
	</table>
	{#if listed.length < moved.length}<p class="pt-1">
			<button class="link min-h-6" onclick={() => (isWhole = true)}>Show all {moved.length}</button>
		</p>{/if}
{/if}
