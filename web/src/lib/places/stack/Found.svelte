<script lang="ts">
	/** The students whom the letters that are typed can mean; one of them is taken by Enter. */
	import { Combobox } from 'bits-ui';
	import { shownName } from '$lib/class/names';
	import { begins } from './finding';
	import type { Paper } from './paper.svelte';

	let {
		paper,
		hasAliases
	}: {
		/** Its name is what is typed. */
		paper: Paper;
		hasAliases: boolean;
	} = $props();
</script>

<Combobox.ContentStatic aria-label="Students found">
	{#each paper.found as row, place (row.student_id)}
		<Combobox.Item
			value={String(row.student_id)}
			label={shownName(row, hasAliases)}
			class="flex min-h-10 cursor-pointer items-center gap-4 border-x border-t-0 border-b border-hair bg-snow px-3 py-1 first:border-t first:border-t-hair data-highlighted:bg-ice data-highlighted:shadow-[inset_3px_0_0_var(--color-juniper)]"
			onHighlight={() => (paper.at = place)}
		>
			{#if hasAliases}<b>{row.alias}</b>{:else}
				<span class="text-large whitespace-pre">
					{#each [row.family_name, row.given_name] as part, index (index)}
						{@const length = begins(part, paper.name)}{index ? ', ' : ''}<span
							class={[index === 0 && 'font-semibold']}
							>{#if length}<u>{part.slice(0, length)}</u>{part.slice(length)}{:else}{part}{/if}</span
						>
					{/each}
				</span>
				{#if row.number || paper.hasNamesakes}<small
						class="ml-1.5 rounded border border-deep-2 px-1.5 py-px font-text text-body leading-4.5 font-normal"
						>{row.number ?? row.alias}</small
					>{/if}
			{/if}
			<span class="flex-1 text-small text-slate max-md:hidden">{paper.told(row)}</span>
			{#if place === paper.at}<kbd class="max-md:hidden">Enter</kbd>{/if}
		</Combobox.Item>
	{/each}
</Combobox.ContentStatic>
