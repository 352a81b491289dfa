<script lang="ts">
	/** Evidence in time: a dot a piece at the height of its value, the newest filled; at most the last eight. */
	let { heights }: { heights: readonly number[] } = $props();
	const STEP = 12;
	const shown = $derived(heights.slice(-8));
	const at = $derived(shown.map((height, place) => [6 + place * STEP, 17 - height * 14] as const));
</script>

<svg width={shown.length * STEP + 2} height="20" class="flex-none overflow-visible" aria-hidden="true">
	{#if at.length > 1}<polyline
			points={at.map((each) => each.join()).join(' ')}
			fill="none"
			class="stroke-deep"
		/>{/if}
	{#each at as [x, y], place (place)}<circle
			cx={x}
			cy={y}
			r="2.6"
			class={['stroke-deep-2', place === at.length - 1 ? 'fill-deep-2' : 'fill-snow']}
		/>{/each}
</svg>
