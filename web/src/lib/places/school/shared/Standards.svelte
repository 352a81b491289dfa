<script lang="ts">
	/** The school's standards, how their evidence comes together, and the levels that they are scored in. */
	import { words } from '$lib/api/client';
	import { signed } from '$lib/app/session.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { thisSetting, type SchoolYear } from '../setting';
	import Fold from '$lib/ui/Fold.svelte';
	import { counted } from '$lib/words/plurals';
	import Branches from './Branches.svelte';
	import StandardName from './StandardName.svelte';
	import OwnLevels from './OwnLevels.svelte';
	import {
		levelsIn,
		levelsWritten,
		overTerms,
		ownable,
		renamed,
		standardsIn,
		ways,
		written
	} from './standards';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import Touched from '../Touched.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let { year }: { year: SchoolYear } = $props();
	const setting = thisSetting();
	// The form begins with what is kept.
	// svelte-ignore state_referenced_locally
	const kept = year.standards;
	let form = $state({
		standards: written(kept.standards),
		levels: levelsWritten(kept.levels),
		own: (kept.own_levels ?? []).map((each) => ({ ...each, levels: levelsWritten(each.levels) })),
		combine: kept.combine,
		branches: kept.branches ?? [],
		rate: kept.rate,
		over_terms: kept.over_terms,
		out_of: kept.out_of
	});
	let problem = $state('');
	/** Subjects and year groups do not stand in the lines: they stay as they are, or as a file says. */
	let known = $state.raw(kept.standards);
	const listed = $derived(
		standardsIn(form.standards).map((each) => {
			const { subject, years } = known.find(({ name }) => name === each.name) ?? {};
			return { ...each, subject, years };
		})
	);
	const offered = $derived(ownable(listed));
	const names = $derived(standardsIn(form.standards).map((each) => each.name));
	const archived = $derived(year.standards.archived.filter((each) => !names.includes(each.name)));

	/** What a file that was read adds and changes, in words. */
	let fromFile = $state('');

	async function read(file: File): Promise<void> {
		try {
			const found = await setting.readStandards(file);
			form.standards = written(found.standards.standards);
			known = found.standards.standards;
			fromFile = found.words.join(', ');
			problem = '';
		} catch (error) {
			problem = words(error);
		}
	}

	/** An archived standard as it stands in the list again: under what it was part of, if that is there. */
	const placed = (each: (typeof archived)[number]) => ({
		...each,
		within: each.within && names.includes(each.within) ? each.within : null
	});

	/** What it would do to classes, until one says so. */
	let touched = $state<string[]>([]);

	async function keep(isSure: boolean): Promise<void> {
		try {
			const { combine, rate, branches, over_terms, out_of } = form;
			const body = {
				combine,
				rate,
				over_terms,
				out_of,
				branches: branches.filter((each) => names.includes(each.standard)),
				standards: listed,
				levels: levelsIn(form.levels),
				own_levels: form.own.map((each) => ({ ...each, levels: levelsIn(each.levels) }))
			};
			touched = isSure ? [] : await setting.tryStandards(body);
			problem = '';
			if (touched.length) return;
			await setting.standards(body);
			fromFile = '';
			notice.say('Kept. Levels are looked up by this from now on; what was posted stays as it was.');
		} catch (error) {
			problem = error instanceof SyntaxError ? error.message : words(error);
		}
	}
</script>

<form
	class="settings"
	onsubmit={(event) => {
		event.preventDefault();
		void keep(false);
	}}
>
	<h2>Standards</h2>
	<p class="text-slate">
		Work names the standards that it gives evidence of, and is scored for each. A class can name others beside
		these.
	</p>
	<label
		><span class="label"
			>Standards, one a line; a part of another is set in under it, with two spaces before. A code may stand
			before in brackets, and the full wording after a stroke |</span
		><textarea class="field" rows="8" bind:value={form.standards}></textarea></label
	>
	<div class="grid gap-1.5">
		<FileChoose
			label="Lay the standards of a file over these"
			hint="a table (CSV, workbook), or CASE 1.0 or 1.1 as JSON"
			accept=".csv,.txt,.tsv,.xlsx,.xlsm,.ods,.json,application/json"
			onchoose={(file) => read(file)}
		/>
		{#if fromFile}<p class="rounded bg-amber-2 px-2.5 py-1.5" role="status">
				{fromFile}. Nothing is kept yet: look at the lines above, and keep them.
			</p>{/if}
		<p>
			<a
				class="link"
				href="/api/v1/schools/{signed.current?.school_id}/standards.json"
				download
				rel="external">Save them as CASE</a
			>,
			<a class="link" href="/api/v1/schools/{signed.current?.school_id}/standards.csv" download rel="external"
				>as a table</a
			>
		</p>
	</div>
	{#if year.standards.standards.length}
		<Fold title="Rename a standard" words="or say that two are the same">
			<StandardName
				names={year.standards.standards.map((each) => each.name)}
				onrenamed={(name, to) => {
					// Of two that are one, the one that stays keeps its own way.
					form.branches = names.includes(to)
						? form.branches.filter((each) => each.standard !== name)
						: form.branches.map((each) => (each.standard === name ? { ...each, standard: to } : each));
					form.own = form.own
						.filter((each) => !(each.by === 'branch' && each.of === name && names.includes(to)))
						.map((each) => (each.by === 'branch' && each.of === name ? { ...each, of: to } : each));
					known = renamed(known, name, to);
					form.standards = written(renamed(standardsIn(form.standards), name, to));
				}}
			/>
		</Fold>
	{/if}
	{#if archived.length}
		<Fold title={counted(archived.length, 'archived standard')} words="off the list, with evidence">
			<p class="text-slate">What was scored for them stays. Work is offered only what the list holds.</p>
			<ul aria-label="Archived standards">
				{#each archived as each (each.name)}
					<li class="flex min-h-7 items-center gap-3 border-b border-hair">
						<span class="flex-1">{each.name}</span>
						<button
							type="button"
							class="link min-h-6"
							onclick={() => (form.standards = written([...standardsIn(form.standards), placed(each)]))}
							>into the list again<span class="sr-only"> with {each.name}</span></button
						>
					</li>
				{/each}
			</ul>
		</Fold>
	{/if}
	<label
		><span class="label">What comes of several scores</span><Select
			bind:value={form.combine}
			choices={ways}
		/></label
	>
	{#if form.combine === 'decaying'}<label
			><span class="label">How much the newest counts, as a part of 1</span><input
				class="field w-24"
				bind:value={form.rate}
			/></label
		>{/if}
	{#if names.length}
		<Fold
			title="Otherwise in a branch"
			words={form.branches.length ? counted(form.branches.length, 'branch', 'branches') : 'none'}
		>
			<Branches bind:branches={form.branches} {names} rate={form.rate} />
		</Fold>
	{/if}
	<label
		><span class="label">The level of a semester or a year is</span><Select
			bind:value={form.over_terms}
			choices={overTerms}
		/></label
	>
	<label
		><span class="label">Scores by standard go up to</span><input
			class="field w-24"
			bind:value={form.out_of}
		/></label
	>
	<label
		><span class="label"
			>Levels, one a line: the level, from which score it is reached, and what it counts as when it is typed</span
		><textarea class="field" rows="5" bind:value={form.levels}></textarea></label
	>
	{#if names.length}
		<Fold
			title="Other levels"
			words={form.own.length ? form.own.map(({ of }) => of).join(', ') : 'none: all standards have these'}
		>
			<OwnLevels bind:own={form.own} {offered} usual={{ levels: form.levels, out_of: form.out_of }} />
		</Fold>
	{/if}
	<p class="problem" role="alert">{problem}</p>
	{#if touched.length}
		<Touched words={touched} onkeep={() => keep(true)} onleave={() => (touched = [])} />
	{:else}
		<p><button class="btn">Keep it</button></p>
	{/if}
</form>
