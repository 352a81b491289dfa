<script lang="ts">
	/** All keys on one sheet. */
	import Dialog from '$lib/ui/Dialog.svelte';
	import { keys } from './keys';

	let { open = $bindable(false) }: { open: boolean } = $props();
</script>

<Dialog title="Keys" wide bind:open>
	<div class="sheet">
		{#each keys as group (group.place)}
			<section>
				<h3>{group.place}</h3>
				<dl>
					{#each group.keys as [key, words] (key)}
						<dt><kbd>{key}</kbd></dt>
						<dd>{words}</dd>
					{/each}
				</dl>
			</section>
		{/each}
	</div>
</Dialog>

<style>
	.sheet {
		columns: 2 300px;
		column-gap: 28px;
	}
	section {
		break-inside: avoid;
		margin-bottom: 14px;
	}
	h3 {
		margin-bottom: 4px;
		font-size: 13px;
		font-weight: 600;
	}
	dl {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 4px 10px;
		font-size: 12px;
		line-height: 18px;
	}
	dd {
		color: var(--slate);
	}
</style>
