<script lang="ts">
	/** How far something is that is done in the background. */
	let {
		label,
		done,
		total,
		class: looks = 'w-30'
	}: { label: string; done: number; total: number; class?: string } = $props();
</script>

<progress
	class={['h-2.5 appearance-none border border-rule bg-snow', looks]}
	max={total}
	value={done}
	aria-label={label}>{done} of {total}</progress
>

<style>
	progress::-webkit-progress-bar {
		background: var(--color-snow);
	}
	progress::-webkit-progress-value {
		background: var(--color-deep-2);
	}
	progress::-moz-progress-bar {
		background: var(--color-deep-2);
	}
</style>
