<script lang="ts">
	/** All keys on one sheet. */
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { keyed } from '$lib/words/keys';
	import Select from '$lib/ui/select/Select.svelte';
	import { everywhere } from './keys';
	import { letters, ways, type Way } from './letters.svelte';
	import { places } from './places';

	let { open = $bindable(false) }: { open: boolean } = $props();
</script>

<Dialog title="Keys" wide bind:open>
	<p data-aside class="mb-3 flex flex-wrap items-center gap-x-2 gap-y-1">
		Keys of one letter or sign, such as <kbd>?</kbd>, <kbd>[</kbd> or <kbd>w</kbd> in a report, work outside
		of fields and menus
		<Select
			class="h-6.5 w-34 rounded border border-rule bg-transparent px-1.5"
			label="Keys of one letter work"
			choices={ways.map(([way, words]) => [way, keyed(words)])}
			bind:value={() => letters.way, (way) => (letters.way = way as Way)}
		/>
	</p>
	<div class="[columns:2_300px] gap-x-7">
		{#await places.keys() then { keys }}{#each [everywhere, ...keys] as group (group.place)}
				<section class="mb-3.5 break-inside-avoid">
					<h3 class="mb-1 text-body font-semibold">{group.place}</h3>
					<dl class="grid grid-cols-[auto_1fr] gap-x-2.5 gap-y-1 text-small leading-4.5">
						{#each group.keys as [key, words] (key)}
							<dt><kbd>{keyed(key)}</kbd></dt>
							<dd class="text-slate">{words}</dd>
						{/each}
					</dl>
				</section>
			{/each}{/await}
	</div>
</Dialog>
