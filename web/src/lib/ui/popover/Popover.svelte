<script lang="ts">
	/** What opens beside a button, over the page, and closes with Esc or a press elsewhere. */
	import { Popover } from 'bits-ui';
	import type { Snippet } from 'svelte';

	let {
		open = $bindable(false),
		back,
		trigger,
		children
	}: {
		open?: boolean;
		/** Where the focus goes as it closes, if not to the button. */
		back?: HTMLElement;
		trigger: Snippet<[{ props: Record<string, unknown> }]>;
		children: Snippet;
	} = $props();
</script>

<Popover.Root bind:open>
	<Popover.Trigger>
		{#snippet child({ props })}{@render trigger({ props })}{/snippet}
	</Popover.Trigger>
	<Popover.Portal>
		<Popover.Content
			sideOffset={3}
			align="end"
			class="z-50 rounded bg-snow p-2.5 text-body shadow-raised"
			onOpenAutoFocus={(event) => back && event.preventDefault()}
			onCloseAutoFocus={(event) => {
				if (!back) return;
				event.preventDefault();
				back.focus();
			}}
		>
			{@render children()}
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
