<script lang="ts">
	/** Branches in which evidence comes together otherwise than as usual: each with all that is part of it. */
	import type { Shapes } from '$lib/api/client';
	import Select from '$lib/ui/select/Select.svelte';
	import { ways } from './standards';

	type Branch = Shapes['StandardBranch'];
	interface Props {
		branches: Branch[];
		/** The standards that there are. */
		names: string[];
		/** How much the newest counts, where nobody says otherwise. */
		rate: string;
	}
	let { branches = $bindable(), names, rate }: Props = $props();
	const free = $derived(names.filter((name) => !branches.some((each) => each.standard === name)));
</script>

<ul class="grid gap-2" aria-label="Branches with a way of their own">
	{#each branches as branch, index (branch.standard)}
		<li class="flex flex-wrap items-center gap-2">
			<b class="w-44 truncate font-semibold" title={branch.standard}>{branch.standard}</b>
			<Select
				label="What comes of several scores in {branch.standard}"
				class="field w-72"
				bind:value={branch.combine}
				choices={ways}
			/>
			{#if branch.combine === 'decaying'}<label class="flex items-center gap-2"
					>the newest counts<input
						class="field num w-20"
						aria-label="How much the newest counts in {branch.standard}, as a part of 1"
						bind:value={branch.rate}
					/></label
				>{/if}
			<button type="button" class="link min-h-6" onclick={() => (branches = branches.toSpliced(index, 1))}
				>as usual<span class="sr-only"> in {branch.standard}</span></button
			>
		</li>
	{/each}
	{#if free.length}
		<li>
			<Select
				label="Another branch"
				class="field w-72"
				placeholder="A standard with all its parts …"
				value=""
				onchange={(standard) => (branches = [...branches, { standard, combine: 'latest', rate }])}
				choices={free.map((name) => [name, name] as const)}
			/>
		</li>
	{/if}
</ul>
