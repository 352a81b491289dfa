<script lang="ts">
	/** The number pad of the stack on a phone, for one thumb: figures, a half, flags and codes. */
	import type { Shapes } from '$lib/api/client';

	let {
		codes,
		hasStandards,
		onkey,
		onwhole
	}: {
		codes: Shapes['CodeShownOut'][];
		/** Whether scores by standard follow the whole's, with a stroke before each. */
		hasStandards: boolean;
		/** A figure was touched, or `back`. */
		onkey: (key: string) => void;
		/** A flag's letter, or a whole code. */
		onwhole: (text: string) => void;
	} = $props();
	const rows = $derived([
		['7', '8', '9'],
		['4', '5', '6'],
		['1', '2', '3'],
		[hasStandards ? '/' : '½', '0', 'back']
	]);
	const sides = $derived([
		['L', 'late'] as const,
		['I', 'incomplete'] as const,
		...codes.slice(0, 2).map((each) => [each.code, each.name] as const)
	]);
</script>

<div
	class="hidden max-md:fixed max-md:inset-x-0 max-md:top-auto max-md:bottom-0 max-md:z-10 max-md:grid max-md:grid-cols-[repeat(4,1fr)] max-md:gap-px max-md:border-t max-md:border-rule max-md:bg-hair"
	role="group"
	aria-label="Number pad"
>
	{#each rows as row, place (place)}
		{#each row as key (key)}
			<button
				class="max-md:min-h-14 max-md:bg-snow max-md:text-center max-md:text-title max-md:active:bg-ice"
				aria-label={key === 'back'
					? 'Take the last one away'
					: key === '/'
						? 'Stroke: the next standard'
						: key}
				onclick={() => onkey(key)}
				>{#if key === 'back'}<svg
						class="max-md:mx-auto max-md:my-0 max-md:w-6 max-md:fill-none max-md:stroke-current max-md:stroke-[1.5]"
						viewBox="0 0 24 24"
						aria-hidden="true"><path d="M9 5h11v14H9l-6-7zM12 9l5 6M17 9l-5 6" /></svg
					>{:else}{key}{/if}</button
			>
		{/each}
		{#if sides[place]}
			<button
				class="max-md:min-h-14 max-md:bg-birch max-md:text-center max-md:text-large max-md:active:bg-ice"
				onclick={() => onwhole(sides[place]![0])}
				><b>{sides[place]![0]}</b><small
					class="max-md:block max-md:text-small max-md:leading-3.5 max-md:text-slate"
					>{sides[place]![1]}</small
				></button
			>
		{:else}<span class="max-md:min-h-14 max-md:bg-birch max-md:text-center max-md:text-large"></span>{/if}
	{/each}
</div>
