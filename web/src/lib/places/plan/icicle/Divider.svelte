<script lang="ts">
	/** A divider between two neighbours of the icicle, dragged or moved by the arrow keys. */
	import { Moved } from '$lib/ui/moved.svelte';

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
	const moved = new Moved(() => ({ value, least: 0, most: sum, per: per(), onmove, onkeep }));
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_no_noninteractive_tabindex (a focusable separator is a control) -->
<div
	class="divider"
	role="separator"
	tabindex="0"
	aria-orientation="vertical"
	aria-label={label}
	aria-valuenow={moved.now}
	aria-valuemin="0"
	aria-valuemax={sum}
	onkeydown={moved.onkeydown}
	onblur={moved.keep}
	onpointerdown={moved.onpointerdown}
	onpointermove={moved.onpointermove}
	onpointerup={moved.onpointerup}
	onpointercancel={moved.drop}
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
