<script lang="ts">
	/** Adding an assignment. */
	import { thisClass } from '$lib/class/thisClass';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { Adding } from './adding.svelte';
	import AddLine from './AddLine.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let {
		plan,
		onadded
	}: {
		plan: Shapes['PlanOut'];
		/** It is made, and the page shows it. */
		onadded?: (made: Shapes['AddedOut']) => void;
	} = $props();
	const here = thisClass();
	const adding = new Adding();
	let work = $state({ name: '', category: '', points: '', due: '' });
	let chosen = $derived(
		work.category || String((plan.categories.find((each) => each.is_default) ?? plan.categories[0])?.id ?? '')
	);

	/** The points that new work in the chosen category has unless something else is typed. */
	const usual = $derived(plan.categories.find((each) => String(each.id) === chosen)?.default_points ?? '');

	/** An assignment as it was typed; kept for asking again where 0 points are in question. */
	let asked: Shapes['AssignmentIn'] = {};

	function typed(): Shapes['AssignmentIn'] {
		return {
			name: work.name,
			category_id: chosen === 'none' ? null : Number(chosen),
			...(work.points || !usual ? { points: work.points } : {}),
			due_on: work.due || null,
			...(work.due ? {} : { term_id: plan.term_id })
		};
	}

	async function add(given: Shapes['AssignmentIn']): Promise<void> {
		asked = given;
		const name = given.name ?? '';
		work.name = '';
		const made = await adding.tried(here.editing.addAssignment(given), name, () => {
			if (work.name) return false;
			work.name = name;
			return true;
		});
		if (!made) return;
		if (made.term_id !== plan.term_id) notice.say(`${name} is added to ${made.term.toLowerCase()}.`);
		onadded?.(made);
	}
</script>

<AddLine label="Add an assignment" verb="Add assignment" {adding} onadd={() => void add(typed())}>
	{#snippet fields()}
		<label class="wide">
			<span class="label">New assignment</span>
			<input class="field" bind:value={work.name} aria-invalid={adding.isWrong('name')} />
		</label>
		<div class="pick">
			<label class="label" for="new-category">Category</label>
			<Select
				id="new-category"
				bind:value={() => chosen, (value) => (work.category = value)}
				choices={[
					...plan.categories.map((each) => [each.id, each.name] as const),
					['none', 'in no category']
				]}
			/>
		</div>
		<label>
			<span class="label">Points</span>
			<input
				class="field"
				inputmode="decimal"
				placeholder={usual}
				bind:value={work.points}
				aria-invalid={adding.isWrong('points')}
			/>
		</label>
		<label class="day">
			<span class="label">Due</span>
			<DateField bind:value={work.due} invalid={adding.isWrong('due_on')} />
		</label>
	{/snippet}
	{#snippet mends()}
		{#if adding.problem?.code === 'zero_points'}
			<button type="button" class="link" onclick={() => add({ ...asked, extra: true })}
				>It is extra credit</button
			>
			<button type="button" class="link" onclick={() => add({ ...asked, zero_meant: true })}
				>0 is meant</button
			>
		{/if}
	{/snippet}
</AddLine>
