<script lang="ts">
	/** What is looked through beside the page, over its right edge: closes with Esc, keeps the focus inside, gives it back. */
	import type { Snippet } from 'svelte';
	import { Dialog } from 'bits-ui';

	let {
		open = $bindable(false),
		title,
		trigger,
		children
	}: {
		open?: boolean;
		title: string;
		/** What opens it, where nothing else does: given the properties that make a button that. */
		trigger?: Snippet<[{ props: Record<string, unknown> }]>;
		children: Snippet;
	} = $props();
</script>

<Dialog.Root bind:open>
	{#if trigger}<Dialog.Trigger child={trigger} />{/if}
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-[rgb(23_37_43/0.2)]" />
		<Dialog.Content
			class="fixed top-0 right-0 bottom-0 z-40 w-[420px] max-w-[calc(100vw-24px)] overflow-auto bg-snow p-6 shadow-raised"
		>
			<div class="mb-3 flex items-start justify-between gap-4">
				<Dialog.Title class="font-name text-title leading-7 font-semibold" level={2}>{title}</Dialog.Title>
				<Dialog.Close class="text-juniper">Close <kbd>Esc</kbd></Dialog.Close>
			</div>
			{@render children()}
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
