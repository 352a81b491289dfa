<script lang="ts">
	import { notice } from './notice.svelte';
</script>

<div class="place screen-only" aria-live="polite">
	{#if notice.text}
		<p class:problem={notice.isProblem} role={notice.isProblem ? 'alert' : undefined}>
			{notice.text}<button class="link" onclick={() => notice.clear()}>Close</button>
		</p>
	{/if}
</div>

<style>
	.place {
		position: fixed;
		left: 0;
		right: 0;
		bottom: 40px;
		z-index: 50;
		display: flex;
		justify-content: center;
		pointer-events: none;
	}
	p {
		display: flex;
		gap: 16px;
		max-width: min(640px, 92vw);
		padding: 10px 16px;
		border-radius: 3px;
		background: var(--ink);
		color: var(--birch);
		box-shadow: var(--shadow);
		pointer-events: auto;
		font-size: 13px;
	}
	p.problem {
		border-left: 4px solid var(--rowan);
	}
	p button {
		color: inherit;
	}
</style>
