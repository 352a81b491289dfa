<script lang="ts">
	/** All keys on one sheet. */
	import Dialog from '$lib/ui/Dialog.svelte';
	import { keys } from './keys';

	let { open = $bindable(false) }: { open: boolean } = $props();
</script>

<Dialog title="Keys" wide bind:open>
	<div class="[columns:2_300px] gap-x-7">
		{#each keys as group (group.place)}
			<section class="mb-3.5 break-inside-avoid">
				<h3 class="mb-1 text-body font-semibold">{group.place}</h3>
				<dl class="grid grid-cols-[auto_1fr] gap-x-2.5 gap-y-1 text-small leading-4.5">
					{#each group.keys as [key, words] (key)}
						<dt><kbd>{key}</kbd></dt>
						<dd class="text-slate">{words}</dd>
					{/each}
				</dl>
			</section>
		{/each}
	</div>
</Dialog>
