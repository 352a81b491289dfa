<script lang="ts">
	/** Report cards and sheets: what, of whom, in which design and on which paper. They are made in the background. */
	import { createQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import { thisClass } from '$lib/class/thisClass';
	import { counted } from '$lib/words/plurals';
	import Options from '$lib/ui/options/Options.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import { thisReporting } from './reporting';
	import { words, type Shapes } from '$lib/api/client';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { onOpening } from '$lib/ui/opening.svelte';
	import Documents from '$lib/app/Documents.svelte';
	import Students from './Students.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let {
		report,
		many,
		open = $bindable(false)
	}: { report: Shapes['ReportOut']; many: number[]; open: boolean } = $props();
	const reporting = thisReporting();
	type What = 'cards' | 'letters' | 'board marks' | 'board scores' | 'class_sheet' | 'marking';
	const kinds: [What, string][] = [
		['cards', 'Report cards: what was posted, in the subjects that you teach'],
		['letters', 'Letters to families: how it stands in this class, with the alias'],
		['board marks', 'Posted marks under aliases, for a notice board'],
		['board scores', 'Scores under aliases, for a notice board'],
		['class_sheet', 'Class sheet with every score, for the file'],
		['marking', 'Blank sheet to mark on']
	];
	let what = $state<What>('cards');
	let design = $state<'' | 'ledger' | 'pages'>('');
	let paper = $state<'' | 'A4' | 'Letter'>('');
	let packed = $state(false);
	let chosen = $state<number[]>([]);
	let problem = $state('');
	let written = $state<number[]>([]);
	const here = thisClass();
	/** Who looks at no screen is written to. */
	const families = createQuery(() => ({
		...fetched.seenByFamilies(here.id, report.term_id),
		enabled: open && what === 'letters'
	}));
	const onPaper = $derived(families.data?.students.filter((each) => !each.has_account) ?? []);
	/** Who could be told in spite of the alias is to be thought of before a sheet hangs there. */
	const sharing = createQuery(() => ({
		...fetched.sharing(here.id),
		enabled: open && what.startsWith('board')
	}));
	const posted = $derived(report.rows.filter((row) => row.posted));

	onOpening(
		() => open,
		() => {
			problem = '';
			const these = posted.map((row) => row.student_id);
			written = [];
			chosen = many.length > 1 ? these.filter((student) => many.includes(student)) : these;
		}
	);

	async function make(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const [kind, shows] = what.split(' ') as [Shapes['WantedIn']['kind'], Shapes['WantedIn']['shows']?];
		const body: Shapes['WantedIn'] = {
			kind,
			term: report.term_id,
			students: what === 'cards' ? chosen : what === 'letters' ? written : [],
			packed: kind === 'cards' && packed,
			shows: shows ?? 'marks',
			naming: 'names',
			...(paper ? { paper } : {}),
			...(design ? { design } : {})
		};
		try {
			await reporting.print(body);
			problem = '';
		} catch (error) {
			problem = words(error);
		}
	}
</script>

<Dialog wide title="Report cards and sheets" bind:open>
	<form class="grid gap-3" onsubmit={make}>
		<fieldset>
			<legend class="label">What</legend>
			<Options label="What" choices={kinds} bind:value={what} />
		</fieldset>
		{#if what === 'cards'}
			{#if posted.length}<Students rows={posted} bind:chosen />{:else}<p>
					Nothing of {report.term.toLowerCase()} is posted yet; report cards are made of what was posted.
				</p>{/if}
			<div class="flex flex-wrap items-end gap-x-6 gap-y-3">
				<label class="w-60"
					><span class="label">Design</span><Select
						bind:value={design}
						choices={[
							['', 'the school’s'],
							['ledger', 'a ledger of subjects by terms'],
							['pages', 'subject after subject']
						]}
					/></label
				>
				<Check bind:checked={packed}>a file for each student, in a zip</Check>
			</div>
		{/if}
		{#if what === 'letters'}
			<p>
				{counted(onPaper.length, 'family has', 'families have')} nobody who can sign in.
				<button
					type="button"
					class="link min-h-6"
					disabled={!onPaper.length}
					onclick={() => (written = onPaper.map((each) => each.id))}>Choose these</button
				>
			</p>
			<Students rows={report.rows} bind:chosen={written} />
		{/if}
		{#if what.startsWith('board') && sharing.data?.recognisable.length}
			<p class="text-amber-ink">
				In spite of the alias could be recognised: {sharing.data.recognisable
					.map((each) => `${each.name} (${each.reasons.join(', ')})`)
					.join('; ')}.
			</p>
		{/if}
		<div class="flex flex-wrap items-end gap-x-6 gap-y-3">
			<label class="w-60"
				><span class="label">Paper</span><Select
					bind:value={paper}
					choices={[
						['', 'the school’s'],
						['A4', 'A4'],
						['Letter', 'Letter']
					]}
				/></label
			>
			<button
				class="btn"
				disabled={(what === 'cards' && !chosen.length) || (what === 'letters' && !written.length)}
				>Make it</button
			>
		</div>
		<p class="problem" role="alert">{problem}</p>
	</form>
	<Documents />
</Dialog>
