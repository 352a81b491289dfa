<script lang="ts">
	/** Everything about an assignment. Each field is kept as it is left; what is refused stays typed, with the reason. */
	import { createQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import Check from '$lib/ui/check/Check.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import type { Shapes } from '$lib/api/client';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import AssignmentFolds from './AssignmentFolds.svelte';
	import { OpenAssignment } from './openAssignment.svelte';
	import Reason from './Reason.svelte';
	import MoveButtons from './MoveButtons.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	const columns = 'grid grid-cols-3 items-start gap-x-4 gap-y-3 max-sm:grid-cols-1';
	const wide = 'col-span-2 max-sm:col-span-1';

	let { plan, opened = $bindable(null) }: { plan: Shapes['PlanOut']; opened: number | null } = $props();
	const here = thisClass();
	const each = $derived(plan.assignments.find((one) => one.id === opened));
	const open = new OpenAssignment(here, () => each);
	const groups = createQuery(() => ({ ...fetched.groups(here.id), enabled: each !== undefined }));

	function choose(student: number, isChosen: boolean): Promise<void> {
		return open.chosen.change((now) => [
			...now.filter((one) => one !== student),
			...(isChosen ? [student] : [])
		]);
	}

	/** Those of a group are chosen, too; where everybody is chosen still, they alone. */
	function chooseGroup(students: number[]): Promise<void> {
		return open.chosen.change((now) => {
			const others = now.filter((one) => !students.includes(one));
			return now.length === plan.students.length ? students : [...others, ...students];
		});
	}

	function give(forEveryone: boolean): Promise<void> {
		const chosen = forEveryone ? [] : plan.students.map((one) => one.id);
		return open.change({ for_everyone: forEveryone, chosen }, 'for_everyone');
	}
</script>

<Dialog
	wide
	title={each?.name ?? ''}
	bind:open={() => each !== undefined, (isOpen) => !isOpen && ((opened = null), (open.problem = null))}
>
	{#if each}
		<div class={columns}>
			<label class={wide}>
				<span class="label">Name</span>
				<input class="field" value={each.name} onchange={open.typed('name')} /><Reason {open} field="name" />
			</label>
			<label>
				<span class="label">Short name, up to 15 characters</span>
				<input class="field" value={each.short_name} onchange={open.typed('short_name')} />
				<Reason {open} field="short_name" />
			</label>
			<label>
				<span class="label">Category</span>
				<Select
					value={String(each.category_id ?? 'none')}
					onchange={(value) =>
						open.change({ category_id: value === 'none' ? null : Number(value) }, 'category_id')}
					choices={[...plan.categories.map((one) => [one.id, one.name] as const), ['none', 'in no category']]}
				/>
			</label>
			<label>
				<span class="label">Points</span>
				<input class="field" inputmode="decimal" value={each.points} onchange={open.typed('points')} />
				<Reason {open} field="points" />
				{#if open.problem?.code === 'zero_points'}
					<button class="link" onclick={() => open.change({ extra: true, points: '0' }, 'points')}
						>extra credit</button
					>
					<button class="link" onclick={() => open.change({ points: '0', zero_meant: true }, 'points')}
						>0 is meant</button
					>
				{/if}
			</label>
			<label>
				<span class="label">Due</span>
				<DateField value={each.due_on ?? ''} onchange={open.dated('due_on')} /><Reason
					{open}
					field="due_on"
				/>
				{#if each.is_outside}<span class="text-small text-amber-ink"
						>due outside {plan.term.toLowerCase()}</span
					>{/if}
			</label>
			<div class="col-span-full flex flex-wrap items-center gap-x-5 gap-y-1">
				{#each [['counts', 'counts'], ['extra', 'extra credit'], ['never_drop', 'never dropped'], ['closed', 'closed']] as const as [field, words] (field)}
					<Check checked={each[field]} onchange={open.ticked(field)}>{words}</Check>
				{/each}
				<span class="ml-auto"
					><MoveButtons
						kind="assignment"
						ids={plan.assignments.filter((one) => one.category_id === each.category_id).map((one) => one.id)}
						id={each.id}
						name={each.name}
					/></span
				>
			</div>
			<div>
				<label>
					<span class="label">Families see it</span>
					<Select
						value={open.showing}
						onchange={(way) => open.show(way)}
						choices={[
							['now', 'at once'],
							['in', 'with its scores when all are in'],
							['from', 'from a day on'],
							['never', 'never']
						]}
					/>
				</label>
				{#if open.showing === 'from'}
					<label>
						<span class="label">From</span>
						<DateField value={each.shown_from ?? ''} onchange={open.dated('shown_from')} />
					</label>
				{/if}
				<Reason {open} field="shown_from" />
			</div>
			<div class={wide}>
				<label>
					<span class="label">Assigned to</span>
					<Select
						value={each.for_everyone ? 'all' : 'chosen'}
						onchange={(value) => give(value === 'all')}
						choices={[
							['all', 'everyone; who came after it was due is left out'],
							['chosen', 'chosen students']
						]}
					/>
				</label>
				{#if !each.for_everyone || each.was['for_everyone']}
					{#if groups.data?.length}
						<p class="mt-1 flex flex-wrap gap-x-3 gap-y-1">
							{#each groups.data as group (group.id)}
								<button class="link min-h-6" onclick={() => chooseGroup(group.students)}
									>{group.name}<span class="sr-only">: assign it to all of them</span></button
								>
							{/each}
						</p>
					{/if}
					<fieldset class="mt-2 max-h-42.5 columns-2 overflow-auto rounded border border-hair px-2.5 py-2">
						<legend class="sr-only">Assigned to</legend>
						{#each plan.students as student (student.id)}
							<Check
								checked={open.chosen.now.includes(student.id)}
								onchange={(isOn) => choose(student.id, isOn)}>{student.name}</Check
							>
						{/each}
					</fieldset>
				{/if}
				<Reason {open} field="chosen" />
			</div>
		</div>
		<div class="mt-4 border-b border-hair">
			<AssignmentFolds {plan} {each} {open} />
		</div>
		<Reason {open} field="version" />
		<p class="mt-3 flex justify-between gap-4 text-slate">
			<span
				>{each.of_category ? `${each.of_category} % of its category, ` : ''}{each.of_grade
					? `${each.of_grade} % of the grade`
					: 'not in the grade'}{each.marked ? `; ${each.marked} of ${each.due} marked` : ''}</span
			>
			<button class="link" onclick={() => here.editing.duplicate(each.id).then(() => (opened = null))}
				>Duplicate it</button
			>
		</p>
	{/if}
</Dialog>
