<script lang="ts">
	/** A term's name and days, and its reporting window. */
	import Check from '$lib/ui/check/Check.svelte';
	import { among } from '$lib/ui/check/among';
	import { words } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import Touched from '../Touched.svelte';
	import { onOpening } from '$lib/ui/opening.svelte';
	import { collectable, thisSetting, type SchoolYear, type SchoolTerm } from '../setting';
	import Select from '$lib/ui/select/Select.svelte';

	let { year, opened = $bindable() }: { year: SchoolYear; opened: SchoolTerm | 'new' | null } = $props();
	const setting = thisSetting();
	let term = $state({ name: '', kind: 'quarter', starts: '', ends: '' });
	let frame = $state({ opens: '', closes: '', families_from: '', comment_limit: 600, comments_by: 'subject' as 'subject' | 'standard', collects: ['mark', 'percent', 'comment'], binding: [] as string[], asks_for: [] as string[] }); // prettier-ignore
	let problem = $state({ term: '', window: '' });
	const old = $derived(opened === 'new' ? null : opened);

	/** What stood in each form as it was opened or kept: the dialog stays while the other holds something else. */
	let kept = { term: '', window: '' };
	const said = () => ({ term: JSON.stringify(term), window: JSON.stringify(frame) });

	onOpening(
		() => (opened === 'new' ? opened : opened?.id),
		() => {
			problem = { term: '', window: '' };
			fill();
			kept = said();
		}
	);

	function fill(): void {
		if (!old) {
			term = { name: '', kind: 'quarter', starts: '', ends: '' };
			return;
		}
		term = { name: old.name, kind: old.kind, starts: old.starts, ends: old.ends };
		const window = old.window;
		frame = {
			opens: window?.opens ?? '',
			closes: window?.closes ?? '',
			families_from: window?.families_from ?? '',
			comment_limit: window?.comment_limit ?? 600,
			comments_by: window?.comments_by === 'standard' ? 'standard' : 'subject',
			collects: [...(window?.collects ?? ['mark', 'percent', 'comment'])],
			binding: [...(window?.binding ?? [])],
			asks_for: [...(window?.asks_for ?? [])]
		};
	}

	/** The school's standards, and what is asked for though it is no longer among them. */
	const standards = $derived([
		...new Set([...year.standards.standards.map((each) => each.name), ...frame.asks_for])
	]);
	/** What a term's new days would do to classes, until one says so. */
	let touched = $state<string[]>([]);

	async function keep(what: 'term' | 'window', isSure = false): Promise<void> {
		try {
			if (what === 'window' && old) {
				await setting.window(old.id, { ...frame, families_from: frame.families_from || null });
				notice.say(`The reporting window of ${old.name.toLowerCase()} is kept.`);
			} else if (old) {
				touched = isSure ? [] : await setting.tryTerm(old.id, term);
				if (touched.length) return;
				await setting.term(old.id, term);
				notice.say(`${term.name} is kept.`);
			} else await setting.addTerm(year.year_id, term);
			problem[what] = '';
			kept[what] = said()[what];
			if (!old || JSON.stringify(kept) === JSON.stringify(said())) opened = null;
		} catch (error) {
			problem[what] = words(error);
		}
	}
</script>

<Dialog
	wide
	title={old?.name ?? 'A new term'}
	bind:open={() => opened !== null, (open) => open || (opened = null)}
>
	<form
		class="grid grid-cols-2 items-end gap-x-4 gap-y-2.5 pt-1 pb-4"
		onsubmit={(event) => {
			event.preventDefault();
			void keep('term');
		}}
		aria-label="Term"
	>
		<label><span class="label">Name</span><input class="field" bind:value={term.name} /></label>
		{#if !old}<label
				><span class="label">Kind</span><Select
					bind:value={term.kind}
					choices={[
						['year', 'whole year'],
						['semester', 'semester'],
						['quarter', 'quarter'],
						['exam', 'exam']
					]}
				/></label
			>{/if}
		<label><span class="label">First day</span><DateField bind:value={term.starts} required /></label>
		<label><span class="label">Last day</span><DateField bind:value={term.ends} required /></label>
		{#if touched.length}
			<Touched words={touched} onkeep={() => keep('term', true)} onleave={() => (touched = [])} />
		{:else}
			<button class="btn justify-self-start">{old ? 'Keep the term' : 'Add the term'}</button>
		{/if}
		<p class="problem col-span-full" role="alert">{problem.term}</p>
	</form>
	{#if old}
		<form
			class="grid grid-cols-2 items-end gap-x-4 gap-y-2.5 pt-1 pb-4"
			onsubmit={(event) => {
				event.preventDefault();
				void keep('window');
			}}
			aria-label="Reporting window"
		>
			<label><span class="label">Posting opens</span><DateField bind:value={frame.opens} required /></label>
			<label><span class="label">and closes</span><DateField bind:value={frame.closes} required /></label>
			<label
				><span class="label">Families see it from (at once if empty)</span><DateField
					bind:value={frame.families_from}
				/></label
			>
			<label
				><span class="label">Characters of a comment</span><input
					class="field"
					type="number"
					min="1"
					max="5000"
					bind:value={frame.comment_limit}
				/></label
			>
			<label
				><span class="label">Comments</span><Select
					bind:value={frame.comments_by}
					choices={[
						['subject', 'one a subject'],
						['standard', 'one a subject, and one for each standard of its work']
					]}
				/></label
			>
			<fieldset class="col-span-full flex flex-wrap gap-x-4 gap-y-1">
				<legend class="label">Collected</legend>
				{#each collectable as [value, said] (value)}
					<Check
						bind:checked={
							() => frame.collects.includes(value),
							(isOn) => (frame.collects = among(frame.collects, value, isOn))
						}>{said}</Check
					>
				{/each}
			</fieldset>
			<fieldset class="col-span-full flex flex-wrap gap-x-4 gap-y-1">
				<legend class="label">Stops a student’s posting, beside no grade</legend>
				{#each year.check_kinds as each (each.kind)}
					<Check
						bind:checked={
							() => frame.binding.includes(each.kind),
							(isOn) => (frame.binding = among(frame.binding, each.kind, isOn))
						}>{each.words}</Check
					>
				{/each}
			</fieldset>
			{#if standards.length}
				<fieldset class="col-span-full flex flex-wrap gap-x-4 gap-y-1">
					<legend class="label"
						>Standards that a level is asked for in (all that a class works with if none)</legend
					>
					{#each standards as name (name)}
						<Check
							bind:checked={
								() => frame.asks_for.includes(name),
								(isOn) => (frame.asks_for = among(frame.asks_for, name, isOn))
							}>{name}</Check
						>
					{/each}
				</fieldset>
			{/if}
			<button class="btn justify-self-start">Keep the window</button>
			<p class="problem col-span-full" role="alert">{problem.window}</p>
		</form>
	{/if}
</Dialog>
