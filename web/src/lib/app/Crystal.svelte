<script lang="ts">
	/** Hoarfrost's sign: a six-armed crystal; barbed beside the name, plain at the current station. */
	let { barbed = false, size = 15 }: { barbed?: boolean; size?: number } = $props();
	const arm = $derived(barbed ? 'M0-2.6V-11M0-7.4l-2.6-2.4M0-7.4l2.6-2.4' : 'M0-2.8V-10.6');
</script>

<svg viewBox="-12 -12 24 24" width={size} height={size} aria-hidden="true" class:barbed>
	{#each [0, 60, 120, 180, 240, 300] as turn (turn)}<path d={arm} transform="rotate({turn})" />{/each}
</svg>

<style>
	svg {
		flex: none;
		fill: none;
		stroke: var(--color-juniper);
		stroke-width: 2;
		stroke-linecap: round;
	}
	.barbed {
		stroke-width: 1.6;
	}
</style>
