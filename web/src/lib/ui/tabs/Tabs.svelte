<script lang="ts" generics="T extends string">
	/** Panels in one place, of which one is shown: Tab comes to its name, the arrows go along the names. */
	import { Tabs } from 'bits-ui';
	import type { Snippet } from 'svelte';

	let {
		label,
		choices,
		value = $bindable(),
		panel
	}: {
		label: string;
		choices: readonly (readonly [value: T, words: string])[];
		value: T;
		/** What is shown under a name. */
		panel: Snippet<[T]>;
	} = $props();
</script>

<Tabs.Root bind:value={() => value, (to) => (value = to as T)}>
	<Tabs.List class="mb-3 flex gap-3" aria-label={label}>
		{#each choices as [each, words] (each)}
			<Tabs.Trigger value={each} class="way">{words}</Tabs.Trigger>
		{/each}
	</Tabs.List>
	{#each choices as [each] (each)}
		<Tabs.Content value={each} tabindex={-1}>
			{#if each === value}{@render panel(each)}{/if}
		</Tabs.Content>
	{/each}
</Tabs.Root>
