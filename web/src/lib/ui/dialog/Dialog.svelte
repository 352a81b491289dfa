<script lang="ts">
	/** A dialog over the page: closes with Esc, keeps the focus inside, gives it back. One that asks is an alert: it is answered, and a press beside it is no answer. */
	import type { Snippet } from 'svelte';
	import { AlertDialog, Dialog } from 'bits-ui';

	let {
		open = $bindable(false),
		title,
		children,
		wide = false,
		asks = false,
		stays = false
	}: {
		open: boolean;
		title: string;
		children: Snippet;
		wide?: boolean;
		/** Whether it asks before something is done. */
		asks?: boolean;
		/** Whether it has to be answered, and cannot be closed. */
		stays?: boolean;
	} = $props();
	const Kind = $derived(asks || stays ? AlertDialog : Dialog);
	const keep = (event: Event) => stays && event.preventDefault();
	let content = $state<HTMLElement | null>(null);

	/** The focus comes in as the dialog appears, so that no key reaches what is behind it; what is opened to write in is written in. */
	function begin(event: Event): void {
		const fields = content?.querySelectorAll<HTMLElement>(
			'textarea, [role=combobox], input:not([type=checkbox], [type=radio], [type=file])'
		);
		// What is set beside what the dialog is for is not what one opened it for.
		const field = [...(fields ?? [])].find((each) => !each.closest('[data-aside]'));
		event.preventDefault();
		(field ?? content?.querySelector('button'))?.focus();
	}
</script>

<Kind.Root bind:open>
	<Dialog.Portal>
		<!-- One that stays is for whoever the page no longer belongs to: they do not see it either. -->
		<Dialog.Overlay class={['fixed inset-0 z-40', stays ? 'bg-birch' : 'bg-[rgb(23_37_43/0.35)]']} />
		<Kind.Content
			bind:ref={content}
			onOpenAutoFocus={begin}
			onEscapeKeydown={keep}
			onInteractOutside={(event) => (asks || stays) && event.preventDefault()}
			class="fixed top-[8vh] left-1/2 z-40 max-h-[84vh] w-[calc(100vw-32px)] -translate-x-1/2 overflow-auto rounded bg-snow p-6 shadow-raised {wide
				? 'max-w-[760px]'
				: 'max-w-[460px]'}"
		>
			<div class="mb-3 flex items-start justify-between gap-4">
				<Dialog.Title class="font-name text-title leading-7 font-semibold" level={2}>{title}</Dialog.Title>
				{#if !stays}<Dialog.Close class="text-juniper">Close <kbd>Esc</kbd></Dialog.Close>{/if}
			</div>
			{@render children()}
		</Kind.Content>
	</Dialog.Portal>
</Kind.Root>
