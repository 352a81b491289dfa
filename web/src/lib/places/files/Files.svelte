<script lang="ts">
	/** What can be taken out of a class, brought into it, or put on paper: each with a look at it first. */
	import { page } from '$app/state';
	import { thisClass } from '$lib/class/thisClass';
	import Days from './Days.svelte';
	import GradebookIn from './GradebookIn.svelte';
	import OneStudent from './OneStudent.svelte';
	import OverridesIn from './OverridesIn.svelte';
	import Papers from './Papers.svelte';
	import ScoresIn from './ScoresIn.svelte';
	import ScoresOut from './ScoresOut.svelte';
	import WholeClass from './WholeClass.svelte';

	const here = thisClass();
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const what = $derived(page.url.searchParams.get('what') ?? 'scores');

	const groups: { title: string; things: (readonly [name: string, words: string])[] }[] = [
		{
			title: 'Out',
			things: [
				['scores', 'Scores as a table'],
				['class', 'The whole class']
			]
		},
		{
			title: 'In',
			things: [
				['scores-in', 'Scores from a table'],
				['overrides-in', 'Overrides from a table'],
				['gradebook-in', 'A gradebook file']
			]
		},
		{
			title: 'On paper',
			things: [
				['list', 'Class list'],
				['marking', 'Marking sheet'],
				['grid', 'Scores on paper'],
				['student', 'One student']
			]
		},
		{ title: 'Days', things: [['calendar', 'Calendar']] }
	];
	const address = (name: string) => `/class/${here.id}/files?what=${name}${term ? `&term=${term}` : ''}`;
</script>

<div
	class="grid grid-cols-[13rem_minmax(0,1fr)] gap-x-8 px-6 pt-4 pb-12 max-md:grid-cols-1 max-md:px-4 print:block print:p-0"
>
	<nav class="screen-only" aria-label="Print and files">
		{#each groups as { title, things } (title)}
			<h2 class="mt-3 mb-1 font-text text-small font-normal text-slate first:mt-0">{title}</h2>
			<ul class="max-md:flex max-md:flex-wrap max-md:gap-x-4">
				{#each things as [name, words] (name)}
					<li>
						<a
							class="flex min-h-7.5 items-center rounded px-2 hover:bg-ice-2 [&[aria-current]]:bg-ice [&[aria-current]]:font-semibold"
							href={address(name)}
							aria-current={what === name ? 'page' : undefined}>{words}</a
						>
					</li>
				{/each}
			</ul>
		{/each}
	</nav>
	<main class="min-w-0 max-md:pt-3">
		{#if what === 'scores-in'}<ScoresIn {term} />
		{:else if what === 'overrides-in'}<OverridesIn {term} />
		{:else if what === 'class'}<WholeClass />
		{:else if what === 'gradebook-in'}<GradebookIn />
		{:else if what === 'student'}<OneStudent {term} />
		{:else if what === 'calendar'}<Days {term} />
		{:else if what === 'list' || what === 'marking' || what === 'grid'}<Papers kind={what} {term} />
		{:else}<ScoresOut {term} />{/if}
	</main>
</div>
