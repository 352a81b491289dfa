<script lang="ts">
	/** An assignment's row in the outline. */
	import { type Shapes } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import { dropTarget } from '$lib/ui/dropping';
	import InPlace from '$lib/ui/InPlace.svelte';
	import type { Editing } from '$lib/planning/editing';

	let {
		each,
		plan,
		editing,
		othersFollow,
		isChosen,
		isOver,
		onchoose,
		onopen,
		onmove,
		onremove,
		ondrag,
		onover,
		ondrop
	}: {
		each: Shapes['AssignmentOut'];
		plan: Shapes['PlanOut'];
		editing: Editing;
		/** Whether the others in the category follow when a share is typed. */
		othersFollow: boolean;
		isChosen: boolean;
		isOver: boolean;
		onchoose: (isChosen: boolean, isStretch: boolean) => void;
		onopen: () => void;
		onmove: (event: KeyboardEvent) => void;
		onremove: () => void;
		ondrag: (isDragged: boolean) => void;
		onover: () => void;
		ondrop: () => void;
	} = $props();

	const hasShare = $derived(
		plan.weights !== null &&
			each.category_id !== null &&
			each.counts &&
			!each.extra &&
			each.of_category !== null
	);
	const change = (body: Shapes['AssignmentIn'], version: number | undefined): Promise<void> =>
		editing.changeAssignment({ ...each, version: version ?? each.version }, body);
	const marking = $derived.by(() => {
		if (each.missing) return `${each.missing} missing`;
		if (each.closed) return 'closed';
		if (!each.is_due && !each.marked) return 'not due';
		return `${each.marked} of ${each.due}`;
	});
</script>

<tr data-row class:chosen={isChosen} class:over={isOver} onkeydown={onmove} {...dropTarget(onover, ondrop)}>
	<td>
		<input
			type="checkbox"
			aria-label="Choose {each.name}"
			checked={isChosen}
			onclick={(event) => onchoose(event.currentTarget.checked, event.shiftKey)}
		/>
	</td>
	<td class="first">
		<span
			class="grip"
			role="presentation"
			draggable="true"
			title="Drag to move"
			ondragstart={() => ondrag(true)}
			ondragend={() => ondrag(false)}>⠿</span
		>
		<InPlace
			label="Name of {each.name}"
			value={each.name}
			version={each.version}
			save={(name, version) => change({ name }, version)}
		/>
	</td>
	<td>
		<InPlace
			label="Short name of {each.name}"
			value={each.short_name}
			version={each.version}
			save={(short_name, version) => change({ short_name }, version)}
		/>
	</td>
	<td>
		<select
			id="category-of-{each.id}"
			aria-label="Category of {each.name}"
			value={String(each.category_id ?? 'none')}
			onchange={(event) => {
				const value = event.currentTarget.value;
				void notice.tried(
					editing.changeAssignment(each, { category_id: value === 'none' ? null : Number(value) })
				);
			}}
		>
			{#each plan.categories as one (one.id)}<option value={String(one.id)}>{one.sign}</option>{/each}
			<option value="none">none</option>
		</select>
	</td>
	<td class="r" class:drafted={Object.keys(each.was).length}>
		<InPlace
			id="points-{each.id}"
			label="Points of {each.name}"
			align="right"
			value={each.points}
			version={each.version}
			save={(points, version) => change({ points }, version)}
			answers={{
				zero_points: [
					['It is extra credit', (points, version) => change({ points, extra: true }, version)],
					['0 is meant', (points, version) => change({ points, zero_meant: true }, version)]
				]
			}}
		/>
	</td>
	<td class="r">
		{#if hasShare}
			<InPlace
				id="share-{each.id}"
				label="Share of {each.name} in its category"
				align="right"
				value={each.of_category ?? ''}
				save={(share) => editing.setShare(each.id, share, 'category', othersFollow)}
			/>
		{:else}{each.extra ? 'extra' : (each.of_category ?? '—')}{/if}
	</td>
	<td class="r">
		{#if hasShare && each.of_grade !== null}
			<InPlace
				label="Share of {each.name} of the grade"
				align="right"
				value={each.of_grade}
				save={(share) => editing.setShare(each.id, share, 'grade', othersFollow)}
			/>
		{:else}{each.extra && each.of_grade ? `max +${each.of_grade}` : (each.of_grade ?? '—')}{/if}
	</td>
	<td class:look={each.is_outside} title={each.is_outside ? 'Due outside the term' : undefined}>
		<InPlace
			id="due-{each.id}"
			label="Due date of {each.name}{each.is_outside ? ', outside the term' : ''}"
			type="date"
			value={each.due_on ?? ''}
			version={each.version}
			save={(due, version) => change({ due_on: due || null }, version)}
		/>
	</td>
	<td>
		<button
			class:hidden-work={!each.shown}
			aria-label="{each.name}: {each.families}; {each.shown
				? 'hide it from families'
				: 'show it to families'}"
			onclick={() => notice.tried(editing.changeAssignment(each, { shown: !each.shown }))}
			>{each.families}</button
		>
	</td>
	<td>
		<button
			class:missing={each.missing > 0}
			aria-label="{each.name}: {marking}; {each.closed ? 'open it again' : 'close it'}"
			title={each.closed ? 'Open it again' : 'Close it: what is still blank is then missing'}
			onclick={() => notice.tried(editing.changeAssignment(each, { closed: !each.closed }))}>{marking}</button
		>
	</td>
	<td class="r">
		<button aria-label="Everything about {each.name}" title="Everything about it" onclick={onopen}>…</button>
		<button aria-label="Delete {each.name}" onclick={onremove}>×</button>
	</td>
</tr>

<style>
	td {
		height: 28px;
		padding: 0 8px 0 0;
		border-bottom: 1px solid var(--hair);
		white-space: nowrap;
	}
	td:first-child {
		padding: 0 0 0 4px;
	}
	td:last-child {
		padding-right: 8px;
	}
	.first {
		position: relative;
		padding-left: 14px;
	}
	.grip {
		position: absolute;
		left: 0;
		top: 4px;
		color: var(--slate);
		cursor: grab;
		opacity: 0;
	}
	tr:hover .grip {
		opacity: 1;
	}
	.chosen td {
		background: var(--ice-2);
	}
	.over td {
		border-top: 2px solid var(--juniper);
	}
	.r {
		text-align: right;
	}
	.drafted {
		background: var(--amber-2);
	}
	.look {
		color: var(--amber-ink);
		font-weight: 600;
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
	input {
		vertical-align: middle;
	}
	td:last-child button + button {
		margin-left: 6px;
	}
	button {
		color: var(--slate);
	}
	button:hover {
		text-decoration: underline;
	}
	button.hidden-work {
		color: var(--ink);
		font-weight: 600;
	}
	button.missing {
		color: var(--rowan);
	}
</style>
