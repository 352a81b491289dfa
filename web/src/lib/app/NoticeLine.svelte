<script lang="ts">
	/** What was just done, said politely, or what could not be, said at once; either stays while one points at it or is in it. */
	import { notice } from './notice.svelte';
</script>

<div class="screen-only pointer-events-none fixed inset-x-0 bottom-10 z-50 flex justify-center">
	<div aria-live="polite">
		{#if notice.text && !notice.isProblem}{@render line()}{/if}
	</div>
	{#if notice.text && notice.isProblem}<div role="alert">{@render line()}</div>{/if}
</div>

{#snippet line()}
	<p
		class={[
			'pointer-events-auto flex max-w-[min(640px,_92vw)] gap-4 rounded bg-ink px-4 py-2.5 text-body text-birch shadow-raised',
			notice.isProblem && 'problem border-l-4 border-rowan'
		]}
		onpointerenter={() => notice.hold()}
		onpointerleave={() => notice.letGo()}
		onfocusin={() => notice.hold()}
		onfocusout={() => notice.letGo()}
	>
		{notice.text}<button class="link text-inherit" onclick={() => notice.clear()}>Close</button>
	</p>
{/snippet}
