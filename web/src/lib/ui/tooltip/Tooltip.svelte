<script lang="ts">
	/** Words about a control that are told while one points at it or has gone to it, by screen readers too. */
	import { Tooltip } from 'bits-ui';
	import type { Snippet } from 'svelte';

	let {
		words,
		trigger
	}: {
		/** Nothing is told where there are none. */
		words: string;
		trigger: Snippet<[{ props: Record<string, unknown> }]>;
	} = $props();
</script>

{#if words}
	<Tooltip.Provider delayDuration={400} disableCloseOnTriggerClick>
		<Tooltip.Root>
			<Tooltip.Trigger>
				{#snippet child({ props })}{@render trigger({ props })}{/snippet}
			</Tooltip.Trigger>
			<Tooltip.Portal>
				<Tooltip.Content
					role="tooltip"
					sideOffset={4}
					class="z-50 max-w-80 rounded bg-snow px-2.5 py-1.5 text-body text-ink shadow-raised"
					>{words}</Tooltip.Content
				>
			</Tooltip.Portal>
		</Tooltip.Root>
	</Tooltip.Provider>
{:else}{@render trigger({ props: {} })}{/if}
