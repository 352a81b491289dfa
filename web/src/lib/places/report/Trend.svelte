<script lang="ts">
	/** How a student's term went: each score where it came to lie, and the line that the grade drew. */
	import { shortDay } from '$lib/words/days';
	import type { Shapes } from '$lib/api/client';
	import { wide } from '$lib/ui/wide';

	let { evidence }: { evidence: Shapes['EvidenceOut'] } = $props();

	const HEIGHT = 96;
	const APART = 22;
	const APART_ACROSS = 14;
	const dated = $derived(evidence.trend.filter((each) => each.due_on));
	const days = $derived(dated.map((each) => Date.parse(each.due_on!)));
	const first = $derived(Math.min(...days));
	const span = $derived(Math.max(...days) - first || 1);
	const levels = $derived([...dated, ...evidence.course, ...evidence.bands].map((each) => each.level));
	const top = $derived(Math.max(...levels) + 2);
	const range = $derived(top - Math.min(...levels) + 2 || 1);
	const end = $derived(evidence.course.at(-1));
	/** Days that stand far enough from one another, the last one always. */
	const ticks = $derived.by(() => {
		const shown: { due_on?: string | null }[] = [];
		for (const each of dated.toReversed())
			if (!shown.length || x(shown.at(-1)!.due_on) - x(each.due_on) > APART_ACROSS) shown.push(each);
		return shown.toReversed();
	});
	/** Marks that stand far enough from one another to be read, from the highest on. */
	const bands = $derived.by(() => {
		const shown: Shapes['BandOut'][] = [];
		for (const each of evidence.bands.toReversed())
			if (!shown.length || y(each.level) - y(shown.at(-1)!.level) > APART) shown.push(each);
		return shown;
	});

	function x(day: string | null | undefined): number {
		return 1 + (95 * (Date.parse(day ?? '') - first)) / span;
	}
	function y(level: number): number {
		return (HEIGHT * (top - level)) / range;
	}
	const words = $derived(
		`${dated.map((each) => `${each.name} ${each.percent} %`).join(', ')}.${end ? ` The grade is now ${end.percent} %.` : ''}`
	);
</script>

{#if dated.length > 1 && end}
	<div
		class="grid grid-cols-[calc(var(--marks)_+_5px)_minmax(0,1fr)]"
		style:--marks="{wide(bands.map((each) => each.mark))}px"
	>
		<div class="relative" aria-hidden="true">
			{#each bands as band (band.mark)}<span
					class="absolute [transform:translateY(-50%)] text-small text-slate"
					style="top: {y(band.level)}px">{band.mark}</span
				>{/each}
		</div>
		<div>
			<div class="relative border-b border-rule" style="height: {HEIGHT}px" role="img" aria-label={words}>
				{#each bands as band (band.mark)}<hr
						class="absolute inset-x-0 border-x-0 border-t border-b-0 border-hair"
						style="top: {y(band.level)}px"
					/>{/each}
				<svg
					class="absolute inset-0 h-full w-full overflow-visible"
					viewBox="0 0 100 {HEIGHT}"
					preserveAspectRatio="none"
					aria-hidden="true"
				>
					<polyline
						class="fill-none stroke-ink stroke-[1.5]"
						points={evidence.course.map((each) => `${x(each.day)},${y(each.level)}`).join(' ')}
						vector-effect="non-scaling-stroke"
					/>
				</svg>
				{#each dated as each, place (place)}
					<i
						class="absolute mt-[-4.5px] ml-[-4.5px] size-2.25 rounded-full border-2 border-current bg-snow"
						title="{each.name}: {each.percent} %"
						style="left: {x(each.due_on)}%; top: {y(
							each.level
						)}px; border-color: var(--color-hue-{each.colour ?? 6})"
					></i>
				{/each}
				{#if end}<b
						class="absolute [transform:translateY(-50%)] pl-2 font-semibold"
						style="left: {x(end.day)}%; top: {y(end.level)}px">{Math.round(Number(end.percent))}</b
					>{/if}
			</div>
			<div class="relative h-5 text-small leading-5 text-slate" aria-hidden="true">
				{#each ticks as each, place (place)}<span
						class="absolute [transform:translateX(-50%)] whitespace-nowrap first:[transform:translateX(-4px)] last:[transform:translateX(-85%)]"
						style="left: {x(each.due_on)}%">{shortDay(each.due_on!)}</span
					>{/each}
			</div>
		</div>
	</div>
{/if}
