<script lang="ts">
	/** What is needed now and then: folded away under its name, and a word on how it stands. */
	import type { Snippet } from 'svelte';

	let {
		title,
		words = '',
		isLazy = false,
		children
	}: {
		title: string;
		words?: string;
		/** Whether what is in it begins only when it is opened for the first time. */
		isLazy?: boolean;
		children: Snippet;
	} = $props();
	let wasOpened = $state(false);
</script>

<details
	class="group/fold border-t border-hair"
	ontoggle={({ currentTarget }) => (wasOpened ||= currentTarget.open)}
>
	<summary class="flex min-h-9 cursor-pointer list-none items-center gap-2 py-1.5">
		<span class="w-3 text-slate group-open/fold:rotate-90" aria-hidden="true">▸</span>
		<span class="font-semibold">{title}</span>
		<span class="min-w-0 flex-1 truncate text-slate">{words}</span>
	</summary>
	{#if wasOpened || !isLazy}<div class="pb-3.5 pl-5">{@render children()}</div>{/if}
</details>
