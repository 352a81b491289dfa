<script lang="ts">
	/** The students whom the letters that are typed can mean; one of them is taken by Enter. */
	import type { Row } from '$lib/class/entering.svelte';
	import { begins } from './finding';

	let {
		found,
		at,
		name,
		hasAliases,
		hasNamesakes,
		told,
		ontake
	}: {
		found: Row[];
		/** Which of them Enter takes. */
		at: number;
		/** What is typed. */
		name: string;
		hasAliases: boolean;
		/** Whether two of them have the same name. */
		hasNamesakes: boolean;
		/** What tells a student apart, in words. */
		told: (row: Row) => string;
		ontake: (row: Row) => void;
	} = $props();
</script>

<ul id="stack-found" role="listbox" aria-label="Students found">
	{#each found as row, place (row.student_id)}
		<li
			class="flex min-h-10 cursor-pointer items-center gap-4 border-x border-t-0 border-b border-hair bg-snow px-3 py-1 first:border-t first:border-t-hair aria-selected:bg-ice aria-selected:shadow-[inset_3px_0_0_var(--color-juniper)]"
			id="found-{row.student_id}"
			role="option"
			aria-selected={place === at}
			onmousedown={(event) => {
				event.preventDefault();
				ontake(row);
			}}
		>
			{#if hasAliases}<b>{row.alias}</b>{:else}
				<span class="text-large whitespace-pre">
					{#each [row.family_name, row.given_name] as part, index (index)}
						{@const length = begins(part, name)}{index ? ', ' : ''}<span
							class={[index === 0 && 'font-semibold']}
							>{#if length}<u>{part.slice(0, length)}</u>{part.slice(length)}{:else}{part}{/if}</span
						>
					{/each}
				</span>
				{#if row.number || hasNamesakes}<small
						class="ml-1.5 rounded border border-deep-2 px-1.5 py-px font-text text-body leading-4.5 font-normal"
						>{row.number ?? row.alias}</small
					>{/if}
			{/if}
			<span class="flex-1 text-small text-slate max-md:hidden">{told(row)}</span>
			{#if place === at}<kbd class="max-md:hidden">Enter</kbd>{/if}
		</li>
	{/each}
</ul>
