<script lang="ts">
	/** The students whom the letters that are typed can mean; one of them is taken by Enter. */
	import type { Row } from '$lib/class/entering.svelte';
	import { begins } from './finding';
	import type { Paper } from './paper.svelte';

	let {
		paper,
		hasAliases,
		ontake
	}: {
		/** Its name is what is typed. */
		paper: Paper;
		hasAliases: boolean;
		ontake: (row: Row) => void;
	} = $props();
</script>

<ul id="stack-found" role="listbox" aria-label="Students found">
	{#each paper.found as row, place (row.student_id)}
		<li
			class="flex min-h-10 cursor-pointer items-center gap-4 border-x border-t-0 border-b border-hair bg-snow px-3 py-1 first:border-t first:border-t-hair aria-selected:bg-ice aria-selected:shadow-[inset_3px_0_0_var(--color-juniper)]"
			id="found-{row.student_id}"
			role="option"
			aria-selected={place === paper.at}
			onmousedown={(event) => {
				event.preventDefault();
				ontake(row);
			}}
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
		</li>
	{/each}
</ul>
