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

<div class="pad" role="group" aria-label="Number pad">
	{#each rows as row, place (place)}
		{#each row as key (key)}
			<button
				aria-label={key === 'back'
					? 'Take the last one away'
					: key === '/'
						? 'Stroke: the next standard'
						: key}
				onclick={() => onkey(key)}
				>{#if key === 'back'}<svg viewBox="0 0 24 24" aria-hidden="true"
						><path d="M9 5h11v14H9l-6-7zM12 9l5 6M17 9l-5 6" /></svg
					>{:else}{key}{/if}</button
			>
		{/each}
		{#if sides[place]}
			<button class="side" onclick={() => onwhole(sides[place]![0])}
				><b>{sides[place]![0]}</b><small>{sides[place]![1]}</small></button
			>
		{:else}<span class="side"></span>{/if}
	{/each}
</div>

<style>
	.pad {
		display: none;
	}
	@media (max-width: 900px) {
		.pad {
			position: fixed;
			z-index: 10;
			inset: auto 0 0;
			display: grid;
			grid-template-columns: repeat(4, 1fr);
			gap: 1px;
			border-top: 1px solid var(--rule);
			background: var(--hair);
		}
		button,
		.side {
			min-height: 56px;
			background: var(--snow);
			font-size: 24px;
			text-align: center;
		}
		.side {
			background: var(--birch);
			font-size: 15px;
		}
		.side small {
			display: block;
			color: var(--slate);
			font-size: 12px;
			line-height: 14px;
		}
		button:active {
			background: var(--ice);
		}
		svg {
			width: 24px;
			margin: 0 auto;
			fill: none;
			stroke: currentcolor;
			stroke-width: 1.5;
		}
	}
</style>
