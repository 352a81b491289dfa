<script lang="ts">
	/** An assignment's row in the outline. */
	import Check from '$lib/ui/check/Check.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import { type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { dropTarget } from '$lib/ui/dropping';
	import InPlace from '$lib/ui/InPlace.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let {
		each,
		plan,
		othersFollow,
		isChosen,
		dragging,
		on
	}: {
		each: Shapes['AssignmentOut'];
		plan: Shapes['PlanOut'];
		/** Whether the others in the category follow when a share is typed. */
		othersFollow: boolean;
		isChosen: boolean;
		dragging: {
			/** Whether a row that is dragged would go before this one. */
			isOver: boolean;
			drag: (isDragged: boolean) => void;
			over: () => void;
			drop: () => void;
		};
		on: {
			choose: (isChosen: boolean, isStretch: boolean) => void;
			open: () => void;
			move: (event: KeyboardEvent) => void;
			remove: () => void;
		};
	} = $props();
	const here = thisClass();

	const hasShare = $derived(
		plan.weights !== null &&
			each.category_id !== null &&
			each.counts &&
			!each.extra &&
			each.of_category !== null
	);
	const change = (body: Shapes['AssignmentIn'], version: number | undefined): Promise<void> =>
		here.editing.changeAssignment({ ...each, version: version ?? each.version }, body);
	const marking = $derived.by(() => {
		if (each.missing) return `${each.missing} missing`;
		if (each.closed) return 'closed';
		if (!each.is_due && !each.marked) return 'not due';
		return `${each.marked} of ${each.due}`;
	});
	/** With Shift, all from the one that was chosen before. */
	let isRange = false;
</script>

<tr
	class={[
		'group/tr [&>td]:h-7 [&>td]:border-b [&>td]:border-b-hair [&>td]:pr-2 [&>td]:whitespace-nowrap',
		isChosen && '[&>td]:bg-ice-2',
		dragging.isOver && '[&>td]:border-t-2 [&>td]:border-t-juniper'
	]}
	data-row
	onkeydown={on.move}
	{...dropTarget(dragging.over, dragging.drop)}
>
	<td class="pl-1" onclickcapture={(event) => (isRange = event.shiftKey)}>
		<Check label="Choose {each.name}" checked={isChosen} onchange={(isOn) => on.choose(isOn, isRange)} />
	</td>
	<td class="relative pl-3.5">
		<span
			class="absolute top-1 left-0 cursor-grab text-slate opacity-0 group-hover/tr:opacity-100"
			role="presentation"
			draggable="true"
			title="Drag to move"
			ondragstart={() => dragging.drag(true)}
			ondragend={() => dragging.drag(false)}>⠿</span
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
		<Select
			class="h-6.5 rounded border border-transparent bg-transparent hover:border-hair"
			id="category-of-{each.id}"
			label="Category of {each.name}"
			value={String(each.category_id ?? 'none')}
			onchange={(value) => {
				void notice.tried(
					here.editing.changeAssignment(each, { category_id: value === 'none' ? null : Number(value) })
				);
			}}
			choices={[...plan.categories.map((one) => [one.id, one.sign] as const), ['none', 'none']]}
		/>
	</td>
	<td class={['text-right', !isChosen && Object.keys(each.was).length && 'bg-amber-2']}>
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
	<td class="text-right">
		{#if hasShare}
			<InPlace
				id="share-{each.id}"
				label="Share of {each.name} in its category"
				align="right"
				value={each.of_category ?? ''}
				save={(share) => here.editing.setShare(each.id, share, 'category', othersFollow)}
			/>
		{:else}{each.extra ? 'extra' : (each.of_category ?? '—')}{/if}
	</td>
	<td class="text-right">
		{#if hasShare && each.of_grade !== null}
			<InPlace
				label="Share of {each.name} of the grade"
				align="right"
				value={each.of_grade}
				save={(share) => here.editing.setShare(each.id, share, 'grade', othersFollow)}
			/>
		{:else}{each.extra && each.of_grade ? `max +${each.of_grade}` : (each.of_grade ?? '—')}{/if}
	</td>
	<td
		class={[each.is_outside && 'font-semibold text-amber-ink']}
		title={each.is_outside ? 'Due outside the term' : undefined}
	>
		<InPlace
			id="due-{each.id}"
			label="Due date of {each.name}{each.is_outside ? ', outside the term' : ''}"
			kind="day"
			value={each.due_on ?? ''}
			version={each.version}
			save={(due, version) => change({ due_on: due || null }, version)}
		/>
	</td>
	<td>
		<button
			class={[
				'min-h-6 min-w-6 hover:underline',
				!each.shown ? 'text-ink' : 'text-slate',
				!each.shown && 'font-semibold'
			]}
			aria-label="{each.name}: {each.families}; {each.shown
				? 'hide it from families'
				: 'show it to families'}"
			onclick={() => notice.tried(here.editing.changeAssignment(each, { shown: !each.shown }))}
			>{each.families}</button
		>
	</td>
	<td>
		<button
			class={['min-h-6 min-w-6 hover:underline', each.missing > 0 ? 'text-rowan' : 'text-slate']}
			class:missing={each.missing > 0}
			aria-label="{each.name}: {marking}; {each.closed ? 'open it again' : 'close it'}"
			title={each.closed ? 'Open it again' : 'Close it: what is still blank is then missing'}
			onclick={() => notice.tried(here.editing.changeAssignment(each, { closed: !each.closed }))}
			>{marking}</button
		>
	</td>
	<td class="text-right">
		<button
			class="size-6 text-slate hover:text-ink hover:underline"
			aria-label="Everything about {each.name}"
			title="Everything about it"
			onclick={on.open}>…</button
		>
		<button
			class="size-6 text-slate hover:text-ink hover:underline"
			aria-label="Delete {each.name}"
			onclick={on.remove}>×</button
		>
	</td>
</tr>
