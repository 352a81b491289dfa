<script lang="ts">
	/** The outline: categories and assignments as rows that are changed where they stand and moved by Alt and the arrows. */
	import type { Shapes } from '$lib/api/client';
	import { words } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import InPlace from '$lib/ui/InPlace.svelte';
	import CategoryOptions from './CategoryOptions.svelte';
	import type { Editing } from './editing';

	type Assignment = Shapes['AssignmentOut'];
	type Category = Shapes['CategoryOut'];

	let {
		plan,
		editing,
		onremove
	}: {
		plan: Shapes['PlanOut'];
		editing: Editing;
		onremove: (what: { kind: 'category' | 'assignment'; id: number; name: string; inside: number }) => void;
	} = $props();

	let opened = $state<number | null>(null);
	const isWeighted = $derived(plan.weights !== null);
	const groups = $derived([
		...plan.categories.map((category) => ({ category, works: within(category.id) })),
		...(within(null).length ? [{ category: null, works: within(null) }] : [])
	]);

	function within(category: number | null): Assignment[] {
		return plan.assignments.filter((each) => each.category_id === category);
	}

	const ways: Record<string, string> = {
		points: 'by points',
		equal: 'each counts the same',
		shares: 'by shares'
	};
	function rule(category: Category): string {
		const drops = [
			category.drop_lowest ? `lowest ${category.drop_lowest} dropped` : '',
			category.drop_highest ? `highest ${category.drop_highest} dropped` : ''
		].filter(Boolean);
		return [ways[category.method], ...(drops.length ? drops : ['none dropped'])].join(', ');
	}

	function marking(each: Assignment): string {
		if (each.missing) return `${each.missing} missing`;
		if (each.closed) return 'closed';
		if (!each.is_due && !each.marked) return 'not due';
		return `${each.marked} of ${each.due}`;
	}

	async function move(
		event: KeyboardEvent,
		kind: 'category' | 'assignment',
		ids: number[],
		id: number
	): Promise<void> {
		if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
		event.preventDefault();
		await tried(editing.move(kind, ids, id, event.key === 'ArrowUp' ? -1 : 1));
	}

	async function tried(work: Promise<unknown>): Promise<void> {
		try {
			await work;
		} catch (error) {
			notice.problem(words(error));
		}
	}
</script>

<p class="hint">
	Change anything where it stands. <kbd>Alt</kbd> <kbd>↑</kbd> <kbd>↓</kbd> in a row moves it.
</p>
<div class="scroll">
	<table>
		<thead>
			<tr>
				<th scope="col">Category or assignment</th>
				<th scope="col">Short</th>
				<th scope="col">Category</th>
				<th scope="col" class="r">Points</th>
				<th scope="col" class="r">% of<br />category</th>
				<th scope="col" class="r">% of<br />the grade</th>
				<th scope="col">Due</th>
				<th scope="col">Families</th>
				<th scope="col">Marking</th>
				<th scope="col"><span class="sr-only">Delete</span></th>
			</tr>
		</thead>
		{#each groups as group (group.category?.id ?? 0)}
			{@const category = group.category}
			<tbody
				style={category
					? `--c: var(--hue-${category.colour}); --ct: var(--hue-${category.colour}-2)`
					: '--c: var(--amber); --ct: var(--amber-2)'}
			>
				{#if category}
					<tr
						class="category"
						onkeydown={(event) =>
							move(
								event,
								'category',
								plan.categories.map((each) => each.id),
								category.id
							)}
					>
						<th colspan="5" scope="rowgroup">
							<span class="sign-letters">{category.sign}</span>
							<span class="title">
								<InPlace
									label="Name of the category {category.name}"
									value={category.name}
									save={(name) => editing.changeCategory(category.id, { name })}
								/>
							</span>
							<button
								class="rule"
								aria-expanded={opened === category.id}
								onclick={() => (opened = opened === category.id ? null : category.id)}
								>{rule(category)}<span class="sr-only">; change how {category.name} counts</span></button
							>
						</th>
						<td class="r">
							{#if category.was['weight']}<s class="was"
									><span class="sr-only">in force: </span>{category.was['weight']}</s
								>{/if}
							{#if isWeighted}
								<InPlace
									label="Weight of {category.name}"
									align="right"
									value={category.weight}
									save={(weight) => editing.changeCategory(category.id, { weight })}
								/>
							{:else}{category.of_grade}{/if}
						</td>
						<td colspan="3"></td>
						<td>
							<button
								aria-label="Delete the category {category.name}"
								onclick={() =>
									onremove({
										kind: 'category',
										id: category.id,
										name: category.name,
										inside: group.works.length
									})}>×</button
							>
						</td>
					</tr>
					{#if opened === category.id}
						<tr><td colspan="10" class="opened"><CategoryOptions {category} {editing} /></td></tr>
					{/if}
				{:else}
					<tr class="category"
						><th colspan="10" scope="rowgroup">{isWeighted ? 'Not in the grade' : 'In no category'}</th></tr
					>
				{/if}
				{#each group.works as each (each.id)}
					<tr
						onkeydown={(event) =>
							move(
								event,
								'assignment',
								group.works.map((one) => one.id),
								each.id
							)}
					>
						<td class="first">
							<InPlace
								label="Name of {each.name}"
								value={each.name}
								save={(name) => editing.changeAssignment(each, { name })}
							/>
						</td>
						<td>
							<InPlace
								label="Short name of {each.name}"
								value={each.short_name}
								save={(short_name) => editing.changeAssignment(each, { short_name })}
							/>
						</td>
						<td>
							<select
								id="category-of-{each.id}"
								aria-label="Category of {each.name}"
								value={String(each.category_id ?? 'none')}
								onchange={(event) => {
									const value = event.currentTarget.value;
									void tried(
										editing.changeAssignment(each, { category_id: value === 'none' ? null : Number(value) })
									);
								}}
							>
								{#each plan.categories as one (one.id)}<option value={String(one.id)}>{one.sign}</option
									>{/each}
								<option value="none">none</option>
							</select>
						</td>
						<td class="r" class:drafted={Object.keys(each.was).length}>
							<InPlace
								label="Points of {each.name}"
								align="right"
								value={each.points}
								save={(points) => editing.changeAssignment(each, { points })}
							/>
						</td>
						<td class="r">{each.extra ? 'extra' : (each.of_category ?? '—')}</td>
						<td class="r">{each.extra && each.of_grade ? `max +${each.of_grade}` : (each.of_grade ?? '—')}</td
						>
						<td>
							<InPlace
								label="Due date of {each.name}"
								type="date"
								value={each.due_on ?? ''}
								save={(due) => editing.changeAssignment(each, { due_on: due || null })}
							/>
						</td>
						<td>
							<button
								class:hidden-work={!each.shown}
								aria-label="{each.name}: {each.shown
									? 'shown to families; hide it'
									: 'hidden from families; show it'}"
								onclick={() => tried(editing.changeAssignment(each, { shown: !each.shown }))}
								>{each.shown ? 'shown' : 'hidden'}</button
							>
						</td>
						<td>
							<button
								class:missing={each.missing > 0}
								aria-label="{each.name}: {marking(each)}; {each.closed ? 'open it again' : 'close it'}"
								title={each.closed ? 'Open it again' : 'Close it: what is still blank is then missing'}
								onclick={() => tried(editing.changeAssignment(each, { closed: !each.closed }))}
								>{marking(each)}</button
							>
						</td>
						<td>
							<button
								aria-label="Delete {each.name}"
								onclick={() => onremove({ kind: 'assignment', id: each.id, name: each.name, inside: 0 })}
								>×</button
							>
						</td>
					</tr>
				{:else}
					<tr><td colspan="10" class="none">No assignments in it this term.</td></tr>
				{/each}
			</tbody>
		{/each}
	</table>
</div>

<style>
	.hint {
		padding-bottom: 8px;
		color: var(--slate);
		font-size: 12px;
	}
	.scroll {
		position: relative;
		overflow-x: auto;
	}
	table {
		width: 100%;
		min-width: 760px;
		table-layout: fixed;
	}
	thead th {
		padding: 0 8px 5px 4px;
		border-bottom: 1px solid var(--rule);
		color: var(--slate);
		font-size: 12px;
		line-height: 16px;
		font-weight: 400;
		text-align: left;
		vertical-align: bottom;
	}
	th:nth-child(2) {
		width: 78px;
	}
	th:nth-child(3) {
		width: 66px;
	}
	th:nth-child(4) {
		width: 56px;
	}
	th:nth-child(5),
	th:nth-child(6) {
		width: 72px;
	}
	th:nth-child(7) {
		width: 124px;
	}
	th:nth-child(8) {
		width: 62px;
	}
	th:nth-child(9) {
		width: 76px;
	}
	th:nth-child(10) {
		width: 24px;
	}
	.r {
		text-align: right;
	}
	td {
		height: 28px;
		padding: 0 8px 0 0;
		border-bottom: 1px solid var(--hair);
		white-space: nowrap;
	}
	.first {
		padding-left: 11px;
	}
	.category th {
		height: 30px;
		padding-left: 8px;
		border-left: 3px solid var(--c);
		border-bottom: 1px solid var(--rule);
		background: linear-gradient(90deg, var(--ct), transparent 90%);
		text-align: left;
		font-weight: 600;
		white-space: nowrap;
	}
	.category td {
		border-bottom-color: var(--rule);
		font-weight: 600;
	}
	.category td :global(input) {
		font-weight: 600;
	}
	.title {
		display: inline-block;
		width: 170px;
		vertical-align: middle;
	}
	.title :global(input) {
		font-weight: 600;
	}
	.was {
		float: left;
		color: var(--slate);
		font-weight: 400;
	}
	.drafted {
		background: var(--amber-2);
	}
	.opened {
		height: auto;
		white-space: normal;
	}
	.rule,
	.none {
		color: var(--slate);
		font-weight: 400;
	}
	.none {
		padding-left: 15px;
	}
	select {
		height: 26px;
		border: 1px solid transparent;
		background: transparent;
		border-radius: 3px;
	}
	select:hover {
		border-color: var(--hair);
	}
	button:hover {
		text-decoration: underline;
	}
	td button {
		color: var(--slate);
	}
	td button.hidden-work {
		color: var(--ink);
		font-weight: 600;
	}
	td button.missing {
		color: var(--rowan);
	}
</style>
