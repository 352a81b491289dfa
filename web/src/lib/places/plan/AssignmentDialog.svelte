<script lang="ts">
	/** Everything about an assignment. Each field is kept as it is left; what is refused stays typed, with the reason. */
	import { thisClass } from '$lib/class/thisClass';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import { Refusal, words, type Shapes } from '$lib/api/client';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import { Latest } from '$lib/ui/latest.svelte';
	import AdjustSteps from '$lib/class/planning/AdjustSteps.svelte';
	import MoveButtons from './MoveButtons.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	const ways = [
		['points', 'points'],
		['percent', 'percent'],
		['marks', 'marks'],
		['done', 'done or not done']
	] as const;
	const columns = 'grid grid-cols-3 items-start gap-x-4 gap-y-3 max-sm:grid-cols-1';
	const wide = 'col-span-2 max-sm:col-span-1';

	type Field = keyof Shapes['AssignmentIn'];

	let { plan, opened = $bindable(null) }: { plan: Shapes['PlanOut']; opened: number | null } = $props();
	const here = thisClass();
	const each = $derived(plan.assignments.find((one) => one.id === opened));
	let problem = $state<{ field: string; text: string } | null>(null);

	async function tried(work: Promise<unknown>, field: string): Promise<void> {
		try {
			await work;
			problem = null;
		} catch (error) {
			problem = { field: (error instanceof Refusal && error.field) || field, text: words(error) };
		}
	}

	async function change(body: Shapes['AssignmentIn'], field: Field): Promise<void> {
		if (each) await tried(here.editing.changeAssignment(each, body), field);
	}

	async function attach(file: File): Promise<void> {
		if (each) await tried(here.editing.attach(each.id, file), 'file');
	}

	function listed(text: string): string[] {
		return text
			.split(',')
			.map((one) => one.trim())
			.filter(Boolean);
	}

	function typed(field: Field) {
		return (event: Event & { currentTarget: HTMLInputElement | HTMLTextAreaElement }) =>
			change({ [field]: event.currentTarget.value } as Shapes['AssignmentIn'], field);
	}

	function dated(field: Field) {
		return (day: string) => change({ [field]: day || null } as Shapes['AssignmentIn'], field);
	}

	function ticked(field: Field) {
		return (event: Event & { currentTarget: HTMLInputElement }) =>
			change({ [field]: event.currentTarget.checked } as Shapes['AssignmentIn'], field);
	}

	const showing = $derived(
		!each?.shown ? 'never' : each.shown_when_in ? 'in' : each.shown_from ? 'from' : 'now'
	);

	function show(way: string): Promise<void> {
		const body: Shapes['AssignmentIn'] = { shown: way !== 'never', shown_when_in: way === 'in' };
		if (way !== 'from') body.shown_from = null;
		else body.shown_from = each?.due_on ?? null;
		return change(body, 'shown_from');
	}

	const chosen = new Latest<number[]>(
		() => each?.chosen ?? [],
		(list) => change({ chosen: list }, 'chosen')
	);
	const standards = new Latest<string[]>(
		() => each?.standards ?? [],
		(list) => change({ standards: list }, 'standards')
	);
	const steps = new Latest<Record<string, unknown>[]>(
		() => each?.adjust ?? [],
		(list) => change({ adjust: list }, 'adjust')
	);

	function choose(student: number, isChosen: boolean): Promise<void> {
		return chosen.change((now) => [...now.filter((one) => one !== student), ...(isChosen ? [student] : [])]);
	}

	function give(forEveryone: boolean): Promise<void> {
		const chosen = forEveryone ? [] : plan.students.map((one) => one.id);
		return change({ for_everyone: forEveryone, chosen }, 'for_everyone');
	}
	/** How each fold stands. */
	const stands = $derived({
		goesWith:
			[each?.description && 'a description', each?.link && 'a link', each?.file].filter(Boolean).join(', ') ||
			'nothing yet',
		standards: standards.now.join(', ') || 'none',
		entered:
			each &&
			`as ${ways.find(([way]) => way === each.entered_as)?.[1]}${each.kept_in ? `, in ${each.kept_in}` : ''}`,
		adjusted:
			steps.now.length === 1 ? 'in 1 step' : steps.now.length ? `in ${steps.now.length} steps` : 'not',
		term: plan.terms.find((one) => one.id === each?.term_id)?.name ?? ''
	});
</script>

{#snippet reason(field: string)}
	{#if problem?.field === field}<span class="problem block text-small leading-4" role="alert"
			>{problem.text}</span
		>{/if}
{/snippet}

<Dialog
	wide
	title={each?.name ?? ''}
	bind:open={() => each !== undefined, (open) => !open && ((opened = null), (problem = null))}
>
	{#if each}
		<div class={columns}>
			<label class={wide}>
				<span class="label">Name</span>
				<input class="field" value={each.name} onchange={typed('name')} />{@render reason('name')}
			</label>
			<label>
				<span class="label">Short name, up to 15 characters</span>
				<input class="field" value={each.short_name} onchange={typed('short_name')} />
				{@render reason('short_name')}
			</label>
			<label>
				<span class="label">Category</span>
				<Select
					value={String(each.category_id ?? 'none')}
					onchange={(value) =>
						change({ category_id: value === 'none' ? null : Number(value) }, 'category_id')}
					choices={[...plan.categories.map((one) => [one.id, one.name] as const), ['none', 'in no category']]}
				/>
			</label>
			<label>
				<span class="label">Points</span>
				<input class="field" inputmode="decimal" value={each.points} onchange={typed('points')} />
				{@render reason('points')}
				{#if problem?.field === 'zero_points'}
					{@render reason('zero_points')}
					<button class="link" onclick={() => change({ extra: true, points: '0' }, 'points')}
						>extra credit</button
					>
					<button class="link" onclick={() => change({ points: '0', zero_meant: true }, 'points')}
						>0 is meant</button
					>
				{/if}
			</label>
			<label>
				<span class="label">Due</span>
				<DateField value={each.due_on ?? ''} onchange={dated('due_on')} />{@render reason('due_on')}
				{#if each.is_outside}<span class="text-small text-amber-ink"
						>due outside {plan.term.toLowerCase()}</span
					>{/if}
			</label>
			<div class="col-span-full flex flex-wrap items-center gap-x-5 gap-y-1">
				{#each [['counts', 'counts'], ['extra', 'extra credit'], ['never_drop', 'never dropped'], ['closed', 'closed']] as const as [field, words] (field)}
					<label class="flex gap-1.5"
						><input type="checkbox" checked={each[field]} onchange={ticked(field)} /> {words}</label
					>
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
						value={showing}
						onchange={show}
						choices={[
							['now', 'at once'],
							['in', 'with its scores when all are in'],
							['from', 'from a day on'],
							['never', 'never']
						]}
					/>
				</label>
				{#if showing === 'from'}
					<label>
						<span class="label">From</span>
						<DateField value={each.shown_from ?? ''} onchange={dated('shown_from')} />
					</label>
				{/if}
				{@render reason('shown_from')}
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
					<fieldset class="mt-2 max-h-42.5 columns-2 overflow-auto rounded border border-hair px-2.5 py-2">
						<legend class="sr-only">Assigned to</legend>
						{#each plan.students as student (student.id)}
							<label class="flex gap-1.5"
								><input
									type="checkbox"
									checked={chosen.now.includes(student.id)}
									onchange={(event) => choose(student.id, event.currentTarget.checked)}
								/>
								{student.name}</label
							>
						{/each}
					</fieldset>
				{/if}
				{@render reason('chosen')}
			</div>
		</div>
		<div class="mt-4 border-b border-hair">
			<Fold title="What goes with it" words={stands.goesWith}>
				<div class={columns}>
					<label class="col-span-full">
						<span class="label">Description, for students and families</span>
						<textarea
							class="field h-auto px-2 py-1.5"
							rows="2"
							value={each.description}
							onchange={typed('description')}></textarea>{@render reason('description')}
					</label>
					<label class="col-span-full">
						<span class="label">Link to go with it</span>
						<input class="field" value={each.link} onchange={typed('link')} />{@render reason('link')}
					</label>
					<div class="col-span-full grid gap-1.5">
						{#if each.file}
							<p class="flex gap-4">
								<a
									class="link"
									href="/api/classes/{here.id}/assignments/{each.id}/file"
									download={each.file}
									rel="external">{each.file}</a
								>
								<button class="link" onclick={() => tried(here.editing.detach(each.id), 'file')}
									>Take the file away</button
								>
							</p>
						{/if}
						<FileChoose
							label={each.file ? 'Another file in its place' : 'A file to go with it'}
							hint="up to 5 MB"
							onchoose={attach}
						/>
						{@render reason('file')}
					</div>
				</div>
			</Fold>
			<Fold title="Standards" words={stands.standards}>
				<label>
					<span class="label">Standards it gives evidence of, with commas between</span>
					<input
						class="field"
						value={standards.now.join(', ')}
						onchange={(event) => standards.change(() => listed(event.currentTarget.value))}
					/>{@render reason('standards')}
				</label>
				{#if plan.standards.length}
					<p class="mt-2 flex flex-wrap items-center gap-1.5">
						<span class="text-slate">The school’s:</span>
						{#each plan.standards.filter((name) => !standards.now.includes(name)) as name (name)}
							<button
								class="min-h-6 rounded border border-rule px-2 hover:border-juniper hover:text-juniper"
								onclick={() => standards.change((now) => [...now, name])}>{name}</button
							>
						{:else}<span>all are named.</span>{/each}
					</p>
				{/if}
			</Fold>
			<Fold title="How it is entered" words={stands.entered}>
				<div class={columns}>
					<label>
						<span class="label">Scores are entered as</span>
						<Select
							value={each.entered_as}
							onchange={(value) => change({ entered_as: value }, 'entered_as')}
							choices={ways}
						/>
					</label>
					<label>
						<span class="label">In steps of</span>
						<input class="field" inputmode="decimal" value={each.step} onchange={typed('step')} />
						{@render reason('step')}
					</label>
					<label class="col-span-full">
						<span class="label">Scores come from another system: its name or address</span>
						<input
							class="field"
							value={each.kept_in}
							placeholder="none: they are entered here"
							onchange={typed('kept_in')}
						/>{@render reason('kept_in')}
					</label>
				</div>
			</Fold>
			<Fold title="Adjusted" words={stands.adjusted}>
				<AdjustSteps steps={steps.now} onchange={(make) => steps.change(make)} />
				{@render reason('adjust')}
			</Fold>
			<Fold title="Term, and when it was given" words={stands.term}>
				<div class={columns}>
					<label>
						<span class="label">Term</span>
						<Select
							value={String(each.term_id)}
							onchange={(value) => change({ term_id: Number(value) }, 'term_id')}
							choices={plan.terms.map((one) => [one.id, one.name] as const)}
						/>
					</label>
					<label>
						<span class="label">Assigned</span>
						<DateField value={each.assigned_on ?? ''} onchange={dated('assigned_on')} />
						{@render reason('assigned_on')}
					</label>
				</div>
			</Fold>
		</div>
		{@render reason('version')}
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
