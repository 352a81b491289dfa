<script lang="ts">
	/** A category's row in the outline. */
	import Check from '$lib/ui/check/Check.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import type { Shapes } from '$lib/api/client';
	import { dropTarget } from '$lib/ui/dropping';
	import InPlace from '$lib/ui/InPlace.svelte';
	import type { Doomed } from '$lib/class/planning/editing';

	let {
		category,
		plan,
		works,
		chosen,
		stands,
		dragging,
		on
	}: {
		category: Shapes['CategoryOut'];
		plan: Shapes['PlanOut'];
		works: Shapes['AssignmentOut'][];
		chosen: number[];
		/** Whether its assignments are folded away, and its options are open. */
		stands: { isFolded: boolean; isOpen: boolean };
		/** Whether a row that is dragged would go into it, and what is done as it comes and is let go. */
		dragging: { isOver: boolean; over: () => void; drop: () => void };
		on: {
			choose: (isChosen: boolean) => void;
			fold: () => void;
			open: () => void;
			move: (event: KeyboardEvent) => void;
			remove: (what: Doomed) => void;
		};
	} = $props();
	const here = thisClass();

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

<tr data-row id="category-{category.id}" onkeydown={on.move} {...dropTarget(dragging.over, dragging.drop)}>
	<th
		class={[
			'h-7.5 border-l-3 border-l-(color:--c) bg-[linear-gradient(90deg,var(--ct),transparent_90%)] pl-px text-left font-semibold whitespace-nowrap [&_input]:font-semibold',
			dragging.isOver ? 'border-b-2 border-b-juniper' : 'border-b border-b-rule'
		]}
		colspan="6"
		scope="rowgroup"
	>
		<Check
			label="Choose all of {category.name}"
			checked={works.length > 0 && works.every((each) => chosen.includes(each.id))}
			onchange={(isOn) => on.choose(isOn)}
		/>
		<button
			class="size-6 text-slate"
			aria-expanded={!stands.isFolded}
			aria-label="{category.name}: its assignments"
			onclick={on.fold}>{stands.isFolded ? '▸' : '▾'}</button
		>
		<span class="sign-letters">{category.sign}</span>
		<span class="inline-block w-37.5 align-middle">
			<InPlace
				label="Name of the category {category.name}"
				value={category.name}
				version={category.version}
				save={(name, version) =>
					here.editing.changeCategory({ ...category, version: version ?? category.version }, { name })}
			/>
		</span>
		<button
			class="rule min-h-6 pr-2.5 font-normal text-slate [&[aria-expanded]]:hover:underline"
			aria-expanded={stands.isOpen}
			onclick={on.open}>{rule}<span class="sr-only">; change how {category.name} counts</span></button
		>
		{#if stands.isFolded}<span class="rule pr-2.5 font-normal text-slate">{works.length} folded</span>{/if}
		{#if category.is_default}<span class="rule pr-2.5 font-normal text-slate">new work goes here</span>{/if}
	</th>
	<td
		class={[
			'font-semibold [&_input]:font-semibold',
			dragging.isOver ? 'border-b-2 border-juniper' : 'border-b border-rule'
		]}
		><div class="flex items-center justify-end pr-2">
			{#if category.was['weight']}<s class="mr-1 text-small font-normal text-slate"
					><span class="sr-only">in force: </span>{category.was['weight']}</s
				>{/if}
			{#if category.locked}<span
					class="mr-1 text-small font-normal text-slate"
					title="Its weight stays when the rest is shared">locked</span
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
							? here.editing.setWeights(plan.term_id, { [category.id]: weight })
							: here.editing.changeCategory(
									{ ...category, version: version ?? category.version },
									{ weight }
								)}
				/>
			{:else}{plan.levels_alone ? '—' : category.of_grade}{/if}
		</div></td
	>
	<td
		class={['font-semibold', dragging.isOver ? 'border-b-2 border-juniper' : 'border-b border-rule']}
		colspan="3"
	></td>
	<td
		class={[
			'pr-2 text-right font-semibold',
			dragging.isOver ? 'border-b-2 border-juniper' : 'border-b border-rule'
		]}
	>
		<button
			class="size-6 text-slate hover:text-ink"
			aria-label="Delete the category {category.name}"
			onclick={() =>
				on.remove({ kind: 'category', id: category.id, name: category.name, inside: works.length })}>×</button
		>
	</td>
</tr>
