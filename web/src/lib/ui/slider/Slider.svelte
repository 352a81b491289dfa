<script lang="ts">
	/** A number that a thumb moves along a line; the arrows move it by a step, Page up and Page down by ten. */
	import { Slider } from 'bits-ui';
	import type { ClassValue } from 'svelte/elements';

	let {
		label,
		value,
		max,
		step = 1,
		words,
		onchange,
		class: looks
	}: {
		label: string;
		value: number;
		max: number;
		step?: number;
		/** How the number is read out. */
		words: string;
		onchange: (value: number) => void;
		class?: ClassValue;
	} = $props();
</script>

<Slider.Root
	type="single"
	{max}
	{step}
	class={['relative flex h-8 w-full touch-none items-center select-none', looks]}
	bind:value={() => value, onchange}
>
	<span class="h-1 w-full rounded-full bg-hair" aria-hidden="true"
		><Slider.Range class="absolute h-1 rounded-full bg-juniper" /></span
	>
	<Slider.Thumb
		index={0}
		aria-label={label}
		aria-valuetext={words}
		class="bg-paper size-6 cursor-pointer rounded-full border-2 border-juniper focus-visible:outline-2 focus-visible:outline-offset-2 focus-visible:outline-ink"
	/>
</Slider.Root>
