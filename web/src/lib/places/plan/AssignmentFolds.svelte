<script lang="ts">
	/** What of an assignment is looked at more rarely, folded, each fold saying how it stands. */
	import type { Shapes } from '$lib/api/client';
	import AdjustSteps from '$lib/class/planning/AdjustSteps.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import CriteriaFold from './CriteriaFold.svelte';
	import type { OpenAssignment } from './openAssignment.svelte';
	import Reason from './Reason.svelte';
	import StandardsFold from './StandardsFold.svelte';

	let { plan, each, open }: { plan: Shapes['PlanOut']; each: Shapes['AssignmentOut']; open: OpenAssignment } =
		$props();
	const here = thisClass();
	const ways = [
		['points', 'points'],
		['percent', 'percent'],
		['marks', 'marks'],
		['done', 'done or not done']
	] as const;
	const columns = 'grid grid-cols-3 items-start gap-x-4 gap-y-3 max-sm:grid-cols-1';

	/** How each fold stands. */
	const stands = $derived({
		goesWith:
			[each.description && 'a description', each.link && 'a link', each.file].filter(Boolean).join(', ') ||
			'nothing yet',
		entered: `as ${ways.find(([way]) => way === each.entered_as)?.[1]}${each.kept_in ? `, in ${each.kept_in}` : ''}`,
		adjusted:
			open.steps.now.length === 1
				? 'in 1 step'
				: open.steps.now.length
					? `in ${open.steps.now.length} steps`
					: 'not',
		term: plan.terms.find((one) => one.id === each.term_id)?.name ?? ''
	});
</script>

<Fold title="What goes with it" words={stands.goesWith}>
	<div class={columns}>
		<label class="col-span-full">
			<span class="label">Description, for students and families</span>
			<textarea
				class="field h-auto px-2 py-1.5"
				rows="2"
				value={each.description}
				onchange={open.typed('description')}></textarea><Reason {open} field="description" />
		</label>
		<label class="col-span-full">
			<span class="label">Link to go with it</span>
			<input class="field" value={each.link} onchange={open.typed('link')} /><Reason {open} field="link" />
		</label>
		<div class="col-span-full grid gap-1.5">
			{#if each.file}
				<p class="flex gap-4">
					<a
						class="link"
						href="/api/v1/classes/{here.id}/assignments/{each.id}/file"
						download={each.file}
						rel="external">{each.file}</a
					>
					<button class="link" onclick={() => open.detach()}>Take the file away</button>
				</p>
			{/if}
			<FileChoose
				label={each.file ? 'Another file in its place' : 'A file to go with it'}
				hint="up to 5 MB"
				onchoose={(file) => open.attach(file)}
			/>
			<Reason {open} field="file" />
		</div>
	</div>
</Fold>
<StandardsFold {open} />
<CriteriaFold {each} {open} />
<Fold title="How it is entered" words={stands.entered}>
	<div class={columns}>
		<label>
			<span class="label">Scores are entered as</span>
			<Select
				value={each.entered_as}
				onchange={(value) => open.change({ entered_as: value }, 'entered_as')}
				choices={ways}
			/>
		</label>
		<label>
			<span class="label">In steps of</span>
			<input class="field" inputmode="decimal" value={each.step} onchange={open.typed('step')} />
			<Reason {open} field="step" />
		</label>
		<label class="col-span-full">
			<span class="label">Scores come from another system: its name or address</span>
			<input
				class="field"
				value={each.kept_in}
				placeholder="none: they are entered here"
				onchange={open.typed('kept_in')}
			/><Reason {open} field="kept_in" />
		</label>
	</div>
</Fold>
<Fold title="Adjusted" words={stands.adjusted}>
	<AdjustSteps steps={open.steps.now} onchange={(make) => open.steps.change(make)} />
	<Reason {open} field="adjust" />
</Fold>
<Fold title="Term, and when it was given" words={stands.term}>
	<div class={columns}>
		<label>
			<span class="label">Term</span>
			<Select
				value={String(each.term_id)}
				onchange={(value) => open.change({ term_id: Number(value) }, 'term_id')}
				choices={plan.terms.map((one) => [one.id, one.name] as const)}
			/>
		</label>
		<label>
			<span class="label">Assigned</span>
			<DateField value={each.assigned_on ?? ''} onchange={open.dated('assigned_on')} />
			<Reason {open} field="assigned_on" />
		</label>
	</div>
</Fold>
