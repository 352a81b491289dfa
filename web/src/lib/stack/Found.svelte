<script lang="ts">
	/** The students whom the letters that are typed can mean; one of them is taken by Enter. */
	import type { Row } from '$lib/grid/entering.svelte';
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
			id="found-{row.student_id}"
			role="option"
			aria-selected={place === at}
			onmousedown={(event) => {
				event.preventDefault();
				ontake(row);
			}}
		>
			{#if hasAliases}<b>{row.alias}</b>{:else}
				<span class="who">
					{#each [row.family_name, row.given_name] as part, index (index)}
						{@const length = begins(part, name)}{index ? ', ' : ''}<span class:family={index === 0}
							>{#if length}<u>{part.slice(0, length)}</u>{part.slice(length)}{:else}{part}{/if}</span
						>
					{/each}
				</span>
				{#if row.number || hasNamesakes}<small>{row.number ?? row.alias}</small>{/if}
			{/if}
			<span class="told">{told(row)}</span>
			{#if place === at}<kbd>Enter</kbd>{/if}
		</li>
	{/each}
</ul>

<style>
	li {
		display: flex;
		gap: 16px;
		align-items: center;
		min-height: 40px;
		padding: 4px 12px;
		border: 1px solid var(--hair);
		border-top: 0;
		background: var(--snow);
		cursor: pointer;
	}
	li:first-child {
		border-top: 1px solid var(--hair);
	}
	li[aria-selected='true'] {
		background: var(--ice);
		box-shadow: inset 3px 0 0 var(--juniper);
	}
	.who {
		font-size: 15px;
		white-space: pre;
	}
	.family {
		font-weight: 600;
	}
	small {
		margin-left: 6px;
		padding: 1px 6px;
		border: 1px solid var(--deep-2);
		border-radius: 3px;
		font: 400 13px/18px var(--text);
	}
	.told {
		flex: 1;
		color: var(--slate);
		font-size: 12px;
	}
	@media (max-width: 900px) {
		.told,
		kbd {
			display: none;
		}
	}
</style>
