<script lang="ts">
	/** How a column lies: range, middle half and median on a line from 40 to 100 percent. */
	import type { Shapes } from '$lib/api/client';

	let { spread, width = 40 }: { spread: Shapes['SpreadOut'] | null; width?: number } = $props();
	const at = (percent: number) => Math.round((percent * width) / 100) + 0.5;
</script>

{#if spread}
	<svg {width} height="14" role="img" aria-label="mean {spread.mean} %">
		<line class="axis" x1="0" x2={width} y1="7.5" y2="7.5" />
		<line class="range" x1={at(spread.low)} x2={at(spread.high)} y1="7.5" y2="7.5" />
		<rect x={at(spread.lower)} y="4.5" width={Math.max(at(spread.upper) - at(spread.lower), 1)} height="6" />
		<line class="middle" x1={at(spread.middle)} x2={at(spread.middle)} y1="2" y2="13" />
	</svg>
{/if}

<style>
	svg {
		display: block;
		margin: 0 auto;
	}
	.axis {
		stroke: var(--color-hair);
	}
	.range {
		stroke: var(--color-slate);
	}
	rect {
		fill: var(--color-ice);
		stroke: var(--color-deep-2);
	}
	.middle {
		stroke: var(--color-ink);
		stroke-width: 1.5;
	}
</style>
