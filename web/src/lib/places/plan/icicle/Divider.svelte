<script lang="ts">
	/**
	 * A divider between two neighbours of the icicle. Dragged, or moved by the arrow keys by 1, with Shift by 0.1.
	 * What it would come to is shown at once and kept when it is let go of, left, or confirmed by Enter; Esc goes back.
	 */
	let {
		label,
		value,
		sum,
		per,
		onmove,
		onkeep
	}: {
		label: string;
		/** What the left neighbour has, of the `sum` of both; `per` is how much of it one pixel is. */
		value: number;
		sum: number;
		per: () => number;
		onmove: (value: number | null) => void;
		onkeep: (value: number) => void;
	} = $props();
	let moved = $state<number | null>(null);
	let start = { x: 0, value: 0 };
	let isDragged = false;
	const now = $derived(moved ?? value);

	function move(to: number): void {
		moved = Math.round(Math.min(Math.max(to, 0), sum) * 10) / 10;
		onmove(moved);
	}

	function keep(): void {
		if (moved === null) return;
		const kept = moved;
		moved = null;
		if (kept === value) onmove(null);
		else onkeep(kept);
	}

	function drop(): void {
		moved = null;
		isDragged = false;
		onmove(null);
	}

	function onkeydown(event: KeyboardEvent): void {
		const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
		if (by) move(now + by * (event.shiftKey ? 0.1 : 1));
		else if (event.key === 'Enter') keep();
		else if (event.key === 'Escape') drop();
		else return;
		event.preventDefault();
	}

	function onpointerdown(event: PointerEvent): void {
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
		start = { x: event.clientX, value: now };
		isDragged = true;
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_no_noninteractive_tabindex (a focusable separator is a control) -->
<div
	class="divider"
	role="separator"
	tabindex="0"
	aria-orientation="vertical"
	aria-label={label}
	aria-valuenow={now}
	aria-valuemin="0"
	aria-valuemax={sum}
	{onkeydown}
	onblur={keep}
	{onpointerdown}
	onpointermove={(event) => isDragged && move(start.value + (event.clientX - start.x) * per())}
	onpointerup={() => {
		isDragged = false;
		keep();
	}}
	onpointercancel={drop}
></div>

<style>
	.divider {
		position: relative;
		z-index: 3;
		flex: none;
		width: 9px;
		margin: 0 -4px;
		cursor: col-resize;
		touch-action: none;
	}
	.divider::after {
		content: '';
		position: absolute;
		left: 3px;
		top: 12px;
		height: 20px;
		width: 3px;
		border: solid var(--color-slate);
		border-width: 0 1px;
		opacity: 0;
	}
	.divider:hover::after,
	.divider:focus::after {
		opacity: 1;
	}
	.divider:focus {
		outline: 2px solid var(--color-juniper);
		outline-offset: -2px;
	}
</style>
