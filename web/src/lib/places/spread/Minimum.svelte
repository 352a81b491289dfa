<script lang="ts">
	/**
	 * Where a mark begins, at its place on the axis: dragged, or moved by the arrows by 1 and with Shift by 0.1. What it would
	 * do is shown at once and kept when it is let go of, left, or confirmed by Enter; Esc goes back.
	 */
	import type { Shapes } from '$lib/api/client';

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
	let moved = $state<number | null>(null);
	let start = { x: 0, min: 0 };
	let isDragged = $state(false);
	const min = $derived(Number(band.min));
	const now = $derived(moved ?? min);

	function move(to: number): void {
		moved = Math.round(Math.min(Math.max(to, between[0] + 0.1), between[1] - 0.1) * 10) / 10;
		on.move(band.mark, moved);
	}

	function keep(): void {
		if (moved === null) return;
		const kept = moved;
		moved = null;
		if (kept === min) on.move(band.mark, null);
		else on.keep(band.mark, kept);
	}

	function drop(): void {
		isDragged = false;
		if (moved !== null) on.move(band.mark, null);
		moved = null;
	}

	function onkeydown(event: KeyboardEvent): void {
		const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
		if (by) move(now + by * (event.shiftKey ? 0.1 : 1));
		else if (event.key === 'Enter') keep();
		else if (event.key === 'Escape') drop();
		else return;
		event.preventDefault();
	}

	function onpointerdown(event: PointerEvent): void {
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
		start = { x: event.clientX, min: now };
		isDragged = true;
	}
</script>

<span
	class={[
		'num absolute grid h-6 min-w-6 -translate-x-1/2 cursor-ew-resize touch-none place-items-center rounded px-0.5 text-small select-none hover:bg-ice max-md:pointer-events-none',
		moved === null ? 'text-slate' : 'z-10 bg-juniper font-semibold text-on-juniper'
	]}
	style:left="{at + (moved === null ? 0 : (moved - min) / per)}px"
	style:top="{top}px"
	role="slider"
	tabindex="0"
	aria-label="Where {band.mark} begins"
	aria-valuenow={now}
	aria-valuemin={between[0]}
	aria-valuemax={between[1]}
	{onkeydown}
	onblur={keep}
	{onpointerdown}
	onpointermove={(event) => isDragged && move(start.min + (event.clientX - start.x) * per)}
	onpointerup={() => {
		isDragged = false;
		keep();
	}}
	onpointercancel={drop}>{now}</span
>
