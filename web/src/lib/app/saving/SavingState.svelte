<script lang="ts">
	/** How saving stands, in the bar. */
	import { Debounced } from 'runed';
	import { goto } from '$app/navigation';
	import { wanted } from '../wanted.svelte';
	import type { Problem } from './queue';
	import { saving } from './saving.svelte';

	/** What is to be looked at first, wherever that is. */
	const problem = $derived(saving.problems[0]);

	/** Said once the hand rests, and not at every entry: how saving stands, and at once that something is to be looked at. */
	const spoken = new Debounced(
		() => saving.words,
		() => (saving.problems.length || saving.isAway ? 0 : 3000)
	);

	/** On the way there the hand is taken from wherever it was; it goes to the cell after that. */
	async function lookAt(problem: Problem): Promise<void> {
		await goto(`/class/${problem.classId}/scores?term=${problem.term}`);
		wanted.place = problem;
	}
</script>

<span
	class={[
		'flex items-center gap-1.5',
		!saving.isSettled ? 'text-amber-ink' : 'text-lichen-ink',
		!saving.isSettled && 'font-semibold max-md:order-1 max-md:flex-[0_0_100%] max-md:justify-end'
	]}
	role="status"
	aria-live="off"
>
	{#if saving.isSettled}<svg
			class="size-3.25 fill-none stroke-current stroke-[1.5]"
			viewBox="0 0 16 16"
			aria-hidden="true"><path d="m3 8.5 3.2 3.2L13 4.8" /></svg
		>{/if}{#if problem && !saving.isAway}<button class="link text-amber-ink" onclick={() => lookAt(problem)}
			>{saving.words}</button
		>{:else}{saving.words}{/if}
</span>
<p class="sr-only" aria-live="polite">{spoken.current}</p>
