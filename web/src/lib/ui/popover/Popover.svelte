<script lang="ts">
	/** What opens beside a button, over the page, and closes with Esc or a press elsewhere. */
	import { Popover } from 'bits-ui';
	import type { Snippet } from 'svelte';

	let {
		open = $bindable(),
		beside,
		back,
		children
	}: {
		open: boolean;
		/** The button, which closes it by itself. */
		beside: HTMLElement;
		/** Where the focus goes as it closes. */
		back: HTMLElement;
		children: Snippet;
	} = $props();
</script>

<Popover.Root bind:open>
	<Popover.Portal>
		<Popover.Content
			customAnchor={beside}
			sideOffset={3}
			align="end"
			class="z-50 rounded bg-snow p-2.5 text-body shadow-raised"
			onInteractOutside={(event) => {
				if (beside.contains(event.target as Node)) event.preventDefault();
			}}
			onOpenAutoFocus={(event) => event.preventDefault()}
			onCloseAutoFocus={(event) => {
				event.preventDefault();
				back.focus();
			}}
		>
			{@render children()}
		</Popover.Content>
	</Popover.Portal>
</Popover.Root>
