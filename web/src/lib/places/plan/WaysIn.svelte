<script lang="ts">
	/** Ways into an empty class: categories as text, a plan of one's own, another class's plan, or a pattern. */
	import Check from '$lib/ui/check/Check.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import Select from '$lib/ui/select/Select.svelte';

	let {
		onmade
	}: {
		/** There are categories now. */
		onmade: () => void;
	} = $props();
	const here = thisClass();
	let text = $state('');
	let source = $state('');
	let withAssignments = $state(true);
	let problem = $state('');
	const ways = createQuery(() => fetched.waysIn(here.id));
	const hasPlans = $derived(Boolean(ways.data?.classes.length || ways.data?.kept.length));

	async function tried(work: () => Promise<void>, event?: SubmitEvent): Promise<void> {
		event?.preventDefault();
		try {
			await work();
			onmade();
		} catch (error) {
			problem = words(error);
		}
	}

	function takeOver(): Promise<void> {
		const [kind, id] = source.split(' ');
		return here.editing.begin({ [kind!]: Number(id), with_assignments: withAssignments });
	}
</script>

<section
	class="mx-6 rounded border border-dashed border-rule bg-snow px-6 py-5 max-md:mx-4 max-md:p-4"
	aria-labelledby="empty"
>
	<h3 id="empty">Nothing makes the grade yet</h3>
	<p class="mt-1 max-w-160 text-large leading-5.75 text-slate">
		Begin with the categories: what kinds of work there are, and how much each weighs. Assignments are put in
		them afterwards.
	</p>
	<div class="mt-3.5 grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] gap-8 max-md:grid-cols-1 max-md:gap-3">
		<form
			class="flex flex-col items-start gap-2.5"
			onsubmit={(event) => tried(() => here.editing.beginFromText(text), event)}
		>
			<label class="self-stretch">
				<span class="label">Type or paste the categories with their weights</span>
				<textarea
					class="field h-auto p-2 text-large leading-5.5"
					rows="3"
					placeholder="Fieldwork 40, Map tests 35, Notebooks 25"
					bind:value={text}
					aria-invalid={problem ? 'true' : undefined}
					aria-describedby="way-problem"></textarea>
			</label>
			<button class="btn" disabled={!text.trim()}>Make these categories</button>
		</form>
		<form class="flex flex-col items-start gap-2.5" onsubmit={(event) => tried(takeOver, event)}>
			<label class="self-stretch">
				<span class="label">Or take over a plan</span>
				<Select
					bind:value={source}
					disabled={!hasPlans}
					placeholder={hasPlans ? 'one that you have' : 'no other class has one, and none is kept'}
					choices={[
						...(ways.data?.kept ?? []).map(
							(each) => [`kept ${each.id}`, each.name, 'Kept from before'] as const
						),
						...(ways.data?.classes ?? []).map(
							(each) => [`source ${each.id}`, each.name, 'Of another class'] as const
						)
					]}
				/>
			</label>
			<Check class="self-stretch" bind:checked={withAssignments}
				>with its assignments, open and without scores; of another year, moved by whole weeks</Check
			>
			<button class="btn quiet" disabled={!source}>Take it over</button>
		</form>
	</div>
	<h4 class="mt-4.5 border-b border-rule pb-1.25 text-small leading-4 text-slate">
		Or begin with a pattern, and change it
	</h4>
	<ul>
		{#each ways.data?.patterns ?? [] as each (each.name)}
			<li
				class="grid grid-cols-[190px_minmax(0,1fr)] gap-4 border-b border-hair py-1.5 max-md:grid-cols-1 max-md:gap-0.5"
			>
				<button
					class="link justify-self-start"
					onclick={() => tried(() => here.editing.begin({ pattern: each.name }))}>{each.name}</button
				>
				<span>{each.words} <em class="text-slate not-italic">{each.categories}</em></span>
			</li>
		{/each}
	</ul>
	<p class="problem mt-1 min-h-4.5 max-w-160 text-body leading-4.5 text-rowan" id="way-problem" role="alert">
		{problem}
	</p>
</section>
