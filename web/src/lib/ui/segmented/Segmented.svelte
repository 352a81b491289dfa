<script lang="ts" generics="T extends string">
	/** Ways to look at something, side by side, of which one holds: Tab comes to it, the arrows go along it. */
	import { ToggleGroup } from 'bits-ui';
	import type { ClassValue } from 'svelte/elements';

	let {
		label,
		choices,
		value,
		onchange,
		class: looks
	}: {
		label: string;
		choices: readonly (readonly [value: T, words: string])[];
		value: T;
		onchange: (value: T) => void;
		class?: ClassValue;
	} = $props();

	/** One of them always holds: what is pressed again stays. */
	function choose(next: string): void {
		if (next) onchange(next as T);
	}
</script>

<ToggleGroup.Root
	type="single"
	class={['flex gap-3', looks]}
	aria-label={label}
	bind:value={() => value, choose}
>
	{#each choices as [each, words] (each)}
		<ToggleGroup.Item value={each} class="way">{words}</ToggleGroup.Item>
	{/each}
</ToggleGroup.Root>
