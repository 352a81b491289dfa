<script lang="ts">
	/** Where a mark begins, at its place on the axis: dragged, or moved by the arrow keys. */
	import type { Shapes } from '$lib/api/client';
	import { Moved } from '$lib/ui/moved.svelte';

	let {
		band,
		at,
		top,
		per,
		between,
		on
	}: {
		band: Shapes['MarkBandOut'];
		/** Where it stands, in px; `per` is how much of the scale one pixel is. */
		at: number;
		top: number;
		per: number;
		/** The neighbours' minimums: it stays between them. */
		between: [number, number];
		on: { move: (mark: string, min: number | null) => void; keep: (mark: string, min: number) => void };
	} = $props();
	const min = $derived(Number(band.min));
	const moved = new Moved(() => ({
		value: min,
		least: between[0] + 0.1,
		most: between[1] - 0.1,
		per,
		onmove: (to) => on.move(band.mark, to),
		onkeep: (to) => on.keep(band.mark, to)
	}));
</script>

<span
	class={[
		'num absolute grid h-6 min-w-6 -translate-x-1/2 cursor-ew-resize touch-none place-items-center rounded px-0.5 text-small select-none hover:bg-ice max-md:pointer-events-none',
		moved.to === null ? 'text-slate' : 'z-10 bg-juniper font-semibold text-on-juniper'
	]}
	style:left="{at + (moved.now - min) / per}px"
	style:top="{top}px"
	role="slider"
	tabindex="0"
	aria-label="Where {band.mark} begins"
	aria-valuenow={moved.now}
	aria-valuemin={between[0]}
	aria-valuemax={between[1]}
	onkeydown={moved.onkeydown}
	onblur={moved.keep}
	onpointerdown={moved.onpointerdown}
	onpointermove={moved.onpointermove}
	onpointerup={moved.onpointerup}
	onpointercancel={moved.drop}>{moved.now}</span
>
