<script lang="ts">
	/**
	 * The outline: categories and assignments as rows that are changed where they stand, chosen in number and changed
	 * together, found by typing, and moved by dragging or by Alt and the arrows.
	 */
	import Check from '$lib/ui/check/Check.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import { tick } from 'svelte';
	import { type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import AssignmentRow from './AssignmentRow.svelte';
	import BulkBar from './BulkBar.svelte';
	import { FoldedCategories } from './folded.svelte';
	import CategoryOptions from './CategoryOptions.svelte';
	import CategoryRow from './CategoryRow.svelte';
	import type { Doomed } from '$lib/class/planning/editing';
	import { rows } from '$lib/ui/rows';
	import { keyed } from '$lib/words/keys';
	import { folded as foldedText } from '$lib/words/folded';

	type Assignment = Shapes['AssignmentOut'];

	let {
		plan,
		onremove,
		onopen,
		onrepeat
	}: {
		plan: Shapes['PlanOut'];
		onremove: (what: Doomed) => void;
		onopen: (assignment: number) => void;
		/** Make several that repeat. */
		onrepeat: () => void;
	} = $props();
	const here = thisClass();

	let opened = $state<number | null>(null);
	let wanted = $state('');
	let chosen = $state<number[]>([]);
	let last = $state<number | null>(null);
	let dragged = $state<Assignment | null>(null);
	let over = $state<number | null>(null);
	let othersFollow = $state(true);
	const isWeighted = $derived(plan.weights !== null);
	const found = $derived(plan.assignments.filter((each) => fits(each)));
	const groups = $derived([
		...plan.categories.map((category) => ({ category, works: within(category.id) })),
		...(within(null).length ? [{ category: null, works: within(null) }] : [])
	]);
	/** In the order in which they stand on the page. */
	const listed = $derived(groups.flatMap((group) => group.works.map((each) => each.id)));

	const folded = new FoldedCategories(() => here.id);

	function fits(each: Assignment): boolean {
		const text = foldedText(wanted.trim());
		return !text || foldedText(`${each.name} ${each.short_name}`).includes(text);
	}

	function within(category: number | null): Assignment[] {
		return found.filter((each) => each.category_id === category);
	}

	/** Choose one, or with Shift all from the one chosen last. */
	function choose(id: number, isChosen: boolean, isStretch: boolean): void {
		const [from, to] = [listed.indexOf(last ?? id), listed.indexOf(id)].sort((one, other) => one - other);
		const ids = isStretch && from! >= 0 ? listed.slice(from, to! + 1) : [id];
		chosen = isChosen ? [...new Set([...chosen, ...ids])] : chosen.filter((each) => !ids.includes(each));
		last = id;
	}

	function chooseAll(works: Assignment[], isChosen: boolean): void {
		const ids = works.map((each) => each.id);
		const rest = chosen.filter((each) => !ids.includes(each));
		chosen = isChosen ? [...rest, ...ids] : rest;
	}

	$effect(() => {
		const there = new Set(plan.assignments.map((each) => each.id));
		if (chosen.some((each) => !there.has(each))) chosen = chosen.filter((each) => there.has(each));
	});

	async function move(
		event: KeyboardEvent,
		kind: 'category' | 'assignment',
		ids: number[],
		id: number
	): Promise<void> {
		if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
		event.preventDefault();
		await notice.tried(here.editing.move(kind, ids, id, event.key === 'ArrowUp' ? -1 : 1));
	}

	async function closeOptions(category: number): Promise<void> {
		opened = null;
		await tick();
		document.querySelector<HTMLElement>(`#category-${category} [aria-expanded].rule`)?.focus();
	}

	/** What was dragged goes before the row that it was let go over; over a category's, before all that is in it. */
	async function drop(before: Assignment | null, category: number | null): Promise<void> {
		const moved = dragged;
		dragged = over = null;
		if (!moved || moved.id === before?.id) return;
		const ids = plan.assignments.map((each) => each.id).filter((each) => each !== moved.id);
		ids.splice(before ? ids.indexOf(before.id) : ids.length, 0, moved.id);
		// What does not go into the category does not go to a place in it either.
		const gone =
			moved.category_id === category
				? Promise.resolve()
				: here.editing.changeAssignment(moved, { category_id: category });
		await notice.tried(gone.then(() => here.editing.order('assignment', ids)));
	}
</script>

<div class="flex flex-wrap items-center gap-x-4.5 gap-y-1 pb-2">
	<label class="flex items-center gap-1.5"
		>Find <input
			class="h-6.5 w-45 rounded border border-rule bg-snow px-2"
			type="search"
			aria-label="Find an assignment"
			bind:value={wanted}
			onkeydown={(event) => event.key === 'Escape' && (wanted = '')}
		/></label
	>
	{#if isWeighted}<Check bind:checked={othersFollow}>where a share is typed, the others follow</Check>{/if}
	<button class="link" onclick={onrepeat}>Add work that repeats</button>
	<span class="ml-auto text-small text-slate"><kbd>{keyed('Alt ↑')}</kbd> <kbd>↓</kbd> in a row moves it</span
	>
</div>
{#if chosen.length}<BulkBar {plan} bind:chosen />{/if}
<div class="scroll relative overflow-x-auto">
	<table class="w-full min-w-200 table-fixed" {@attach rows}>
		<thead
			class="[&_th]:border-b [&_th]:border-rule [&_th]:pr-2 [&_th]:pb-1.25 [&_th]:pl-1 [&_th]:align-bottom [&_th]:text-small [&_th]:leading-4 [&_th]:font-normal [&_th]:text-slate"
		>
			<tr class="text-left">
				<th class="w-6.5" scope="col"
					><Check
						label="Choose all"
						checked={listed.length > 0 && listed.every((each) => chosen.includes(each))}
						onchange={(isOn) => chooseAll(found, isOn)}
					/></th
				>
				<th scope="col">Category or assignment</th>
				<th class="w-17" scope="col">Short</th>
				<th class="w-15" scope="col">Category</th>
				<th scope="col" class="w-13.5 text-right">Points</th>
				<th scope="col" class="w-18 text-right">% of<br />category</th>
				<th scope="col" class="w-18 text-right">% of<br />the grade</th>
				<th class="w-23" scope="col">Due</th>
				<th class="w-18" scope="col">Families</th>
				<th class="w-19" scope="col">Marking</th>
				<th class="w-14" scope="col"><span class="sr-only">More, and delete</span></th>
			</tr>
		</thead>
		{#each groups as group (group.category?.id ?? 0)}
			{@const category = group.category}
			<tbody
				style={category
					? `--c: var(--color-hue-${category.colour}); --ct: var(--color-hue-${category.colour}-2)`
					: '--c: var(--color-amber); --ct: var(--color-amber-2)'}
			>
				{#if category}
					<CategoryRow
						{category}
						{plan}
						works={group.works}
						{chosen}
						stands={{ isFolded: folded.has(category.id), isOpen: opened === category.id }}
						dragging={{
							isOver: dragged !== null && over === -category.id,
							over: () => (over = -category.id),
							drop: () => void drop(group.works[0] ?? null, category.id)
						}}
						on={{
							choose: (isChosen) => chooseAll(group.works, isChosen),
							fold: () => folded.turn(category.id),
							open: () => (opened = opened === category.id ? null : category.id),
							move: (event) => {
								const ids = plan.categories.map((each) => each.id);
								void move(event, 'category', ids, category.id);
							},
							remove: onremove
						}}
					/>
					{#if opened === category.id}
						<tr
							><td colspan="11" class="border-b border-hair whitespace-normal"
								><CategoryOptions
									{category}
									order={plan.categories.map((each) => each.id)}
									others={plan.categories.filter((each) => each.id !== category.id)}
									onclose={() => void closeOptions(category.id)}
								/></td
							></tr
						>
					{/if}
				{:else}
					<tr
						><th
							class="h-7.5 w-6.5 border-b border-l-3 border-b-rule border-l-(color:--c) bg-[linear-gradient(90deg,var(--ct),transparent_90%)] pl-2 text-left font-semibold"
							colspan="11"
							scope="rowgroup">{isWeighted ? 'Not in the grade' : 'In no category'}</th
						></tr
					>
				{/if}
				{#if !category || !folded.has(category.id)}
					{#each group.works as each (each.id)}
						<AssignmentRow
							{each}
							{plan}
							{othersFollow}
							isChosen={chosen.includes(each.id)}
							dragging={{
								isOver: dragged !== null && over === each.id,
								drag: (isDragged) => (dragged = isDragged ? each : null),
								over: () => (over = each.id),
								drop: () => void drop(each, each.category_id)
							}}
							on={{
								choose: (isChosen, isStretch) => choose(each.id, isChosen, isStretch),
								open: () => onopen(each.id),
								move: (event) => {
									const ids = group.works.map((one) => one.id);
									void move(event, 'assignment', ids, each.id);
								},
								remove: () => onremove({ kind: 'assignment', id: each.id, name: each.name, inside: 0 })
							}}
						/>
					{:else}
						<tr
							><td colspan="11" class="h-7 border-b border-hair pl-9.5 text-slate"
								>{wanted ? 'None of that name.' : 'No assignments in it this term.'}</td
							></tr
						>
					{/each}
				{/if}
			</tbody>
		{/each}
	</table>
</div>
