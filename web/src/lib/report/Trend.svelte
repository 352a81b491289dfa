<script lang="ts">
	/** How a student's term went: each score where it came to lie, and the line that the grade drew. */
	import { shortDay } from '$lib/api/days';
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

{#if dated.length > 1}
	<div class="trend" style:--marks="{wide(bands.map((each) => each.mark))}px">
		<div class="bands" aria-hidden="true">
			{#each bands as band (band.mark)}<span style="top: {y(band.level)}px">{band.mark}</span>{/each}
		</div>
		<div>
			<div class="plot" style="height: {HEIGHT}px" role="img" aria-label={words}>
				{#each bands as band (band.mark)}<hr style="top: {y(band.level)}px" />{/each}
				<svg viewBox="0 0 100 {HEIGHT}" preserveAspectRatio="none" aria-hidden="true">
					<polyline
						points={evidence.course.map((each) => `${x(each.day)},${y(each.level)}`).join(' ')}
						vector-effect="non-scaling-stroke"
					/>
				</svg>
				{#each dated as each, place (place)}
					<i
						title="{each.name}: {each.percent} %"
						style="left: {x(each.due_on)}%; top: {y(each.level)}px; border-color: var(--hue-{each.colour ??
							6})"
					></i>
				{/each}
				{#if end}<b style="left: {x(end.day)}%; top: {y(end.level)}px">{Math.round(Number(end.percent))}</b
					>{/if}
			</div>
			<div class="days" aria-hidden="true">
				{#each ticks as each, place (place)}<span style="left: {x(each.due_on)}%"
						>{shortDay(each.due_on!)}</span
					>{/each}
			</div>
		</div>
	</div>
{/if}

<style>
	.trend {
		display: grid;
		grid-template-columns: calc(var(--marks) + 5px) minmax(0, 1fr);
	}
	.bands,
	.plot,
	.days {
		position: relative;
	}
	.bands span {
		position: absolute;
		transform: translateY(-50%);
		color: var(--slate);
		font-size: 12px;
	}
	.plot {
		border-bottom: 1px solid var(--rule);
	}
	hr {
		position: absolute;
		left: 0;
		right: 0;
		margin: 0;
		border: 0;
		border-top: 1px solid var(--hair);
	}
	svg {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
		overflow: visible;
	}
	polyline {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
	}
	.plot i {
		position: absolute;
		width: 9px;
		height: 9px;
		margin: -4.5px 0 0 -4.5px;
		border: 2px solid;
		border-radius: 50%;
		background: var(--snow);
	}
	.plot b {
		position: absolute;
		padding-left: 8px;
		font-weight: 600;
		transform: translateY(-50%);
	}
	.days {
		height: 20px;
		color: var(--slate);
		font-size: 12px;
		line-height: 20px;
	}
	.days span {
		position: absolute;
		transform: translateX(-50%);
		white-space: nowrap;
	}
	.days span:first-child {
		transform: translateX(-4px);
	}
	.days span:last-child {
		transform: translateX(-85%);
	}
</style>
