<script lang="ts">
	import { notice } from './notice.svelte';
</script>

<div
	class="screen-only pointer-events-none fixed inset-x-0 bottom-10 z-50 flex justify-center"
	aria-live="polite"
>
	{#if notice.text}
		<p
			class={[
				'pointer-events-auto flex max-w-[min(640px,_92vw)] gap-4 rounded bg-ink px-4 py-2.5 text-body text-birch shadow-raised',
				notice.isProblem && 'border-l-4 border-rowan'
			]}
			class:problem={notice.isProblem}
			role={notice.isProblem ? 'alert' : undefined}
		>
			{notice.text}<button class="link text-inherit" onclick={() => notice.clear()}>Close</button>
		</p>
	{/if}
</div>
