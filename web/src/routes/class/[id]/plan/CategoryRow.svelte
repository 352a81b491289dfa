<script lang="ts">
	/** A category's row in the outline. */
	import type { Shapes } from '$lib/api/client';
	import { dropTarget } from '$lib/ui/dropping';
	import InPlace from '$lib/ui/InPlace.svelte';
	import type { Doomed, Editing } from '$lib/planning/editing';

	let {
		category,
		plan,
		editing,
		works,
		chosen,
		isFolded,
		isOpen,
		isOver,
		onchoose,
		onfold,
		onopen,
		onmove,
		onremove,
		onover,
		ondrop
	}: {
		category: Shapes['CategoryOut'];
		plan: Shapes['PlanOut'];
		editing: Editing;
		works: Shapes['AssignmentOut'][];
		chosen: number[];
		isFolded: boolean;
		isOpen: boolean;
		isOver: boolean;
		onchoose: (isChosen: boolean) => void;
		onfold: () => void;
		onopen: () => void;
		onmove: (event: KeyboardEvent) => void;
		onremove: (what: Doomed) => void;
		onover: () => void;
		ondrop: () => void;
	} = $props();

	const ways: Record<string, string> = {
		points: 'by points',
		equal: 'each counts the same',
		shares: 'by shares'
	};
	const rule = $derived.by(() => {
		const drops = [
			category.drop_lowest ? `lowest ${category.drop_lowest} dropped` : '',
			category.drop_highest ? `highest ${category.drop_highest} dropped` : ''
		].filter(Boolean);
		const rest = [category.bonus ? 'a bonus' : '', category.cap ? 'at most 100 %' : ''].filter(Boolean);
		return [ways[category.method], ...(drops.length ? drops : ['none dropped']), ...rest].join(', ');
	});
</script>

<tr
	data-row
	id="category-{category.id}"
	class:over={isOver}
	onkeydown={onmove}
	{...dropTarget(onover, ondrop)}
>
	<th colspan="6" scope="rowgroup">
		<input
			type="checkbox"
			aria-label="Choose all of {category.name}"
			checked={works.length > 0 && works.every((each) => chosen.includes(each.id))}
			onchange={(event) => onchoose(event.currentTarget.checked)}
		/>
		<button
			class="fold"
			aria-expanded={!isFolded}
			aria-label="{category.name}: its assignments"
			onclick={onfold}>{isFolded ? '▸' : '▾'}</button
		>
		<span class="sign-letters">{category.sign}</span>
		<span class="title">
			<InPlace
				label="Name of the category {category.name}"
				value={category.name}
				version={category.version}
				save={(name, version) =>
					editing.changeCategory({ ...category, version: version ?? category.version }, { name })}
			/>
		</span>
		<button class="rule" aria-expanded={isOpen} onclick={onopen}
			>{rule}<span class="sr-only">; change how {category.name} counts</span></button
		>
		{#if isFolded}<span class="rule">{works.length} folded</span>{/if}
		{#if category.is_default}<span class="rule">new work goes here</span>{/if}
	</th>
	<td class="weight"
		><div>
			{#if category.was['weight']}<s><span class="sr-only">in force: </span>{category.was['weight']}</s>{/if}
			{#if category.locked}<span class="lock" title="Its weight stays when the rest is shared">locked</span
				>{/if}
			{#if plan.weights !== null}
				<InPlace
					id="weight-{category.id}"
					label="Weight of {category.name}"
					align="right"
					value={category.weight}
					version={category.version}
					save={(weight, version) =>
						plan.has_own_weights
							? editing.setWeights(plan.term_id, { [category.id]: weight })
							: editing.changeCategory({ ...category, version: version ?? category.version }, { weight })}
				/>
			{:else}{category.of_grade}{/if}
		</div></td
	>
	<td colspan="3"></td>
	<td class="r">
		<button
			aria-label="Delete the category {category.name}"
			onclick={() =>
				onremove({ kind: 'category', id: category.id, name: category.name, inside: works.length })}>×</button
		>
	</td>
</tr>

<style>
	th {
		height: 30px;
		padding-left: 1px;
		border-left: 3px solid var(--c);
		border-bottom: 1px solid var(--rule);
		background: linear-gradient(90deg, var(--ct), transparent 90%);
		text-align: left;
		font-weight: 600;
		white-space: nowrap;
	}
	th :global(input) {
		font-weight: 600;
	}
	td {
		border-bottom: 1px solid var(--rule);
		font-weight: 600;
	}
	.over th,
	.over td {
		border-bottom: 2px solid var(--juniper);
	}
	.weight :global(input) {
		font-weight: 600;
	}
	.title {
		display: inline-block;
		width: 150px;
		vertical-align: middle;
	}
	.fold {
		width: 18px;
		color: var(--slate);
	}
	.rule {
		padding-right: 10px;
		color: var(--slate);
		font-weight: 400;
	}
	.rule[aria-expanded]:hover {
		text-decoration: underline;
	}
	.weight div {
		display: flex;
		align-items: center;
		justify-content: flex-end;
		padding-right: 8px;
	}
	s,
	.lock {
		margin-right: 4px;
		color: var(--slate);
		font-weight: 400;
		font-size: 12px;
	}
	.r {
		padding-right: 8px;
		text-align: right;
	}
	td button {
		color: var(--slate);
	}
	input {
		vertical-align: middle;
	}
</style>
