<script lang="ts">
	/** Whose desk it is: the student, their grade, and what of it was posted. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { longDay } from '$lib/words/days';
	import { thisReporting } from './reporting';
	import { both, shortly, tally, type Row } from './rows';

	let {
		report,
		row,
		place,
		on
	}: {
		report: Shapes['ReportOut'];
		row: Row;
		/** Where in the roster the student stands, in words. */
		place: string;
		on: { step: (by: number) => void; working: () => void };
	} = $props();
	const reporting = thisReporting();
	const pronouns: Record<string, string> = { she: 'she, her', he: 'he, him', they: 'they, them' };
</script>

<div class="flex flex-wrap items-start gap-x-5 gap-y-2">
	<div class="min-w-45 flex-1">
		<h2 class="text-title leading-7 wrap-anywhere">{row.given_name} {row.family_name}</h2>
		<p class="text-slate">{pronouns[row.pronouns] ?? row.pronouns}. {place}, by family name</p>
	</div>
	<div class="grade flex items-center gap-2.5">
		{#if !row.grade.levels_alone}<b class="font-name text-display leading-10 font-semibold"
				>{row.grade.mark ?? '—'}</b
			>{/if}
		<span
			>{row.grade.levels_alone ? tally(row.grade.levels, report.levels) : `${row.grade.percent ?? 'no'} %`}<br
			/><button class="link" onclick={on.working}>working</button>
			<kbd>w</kbd></span
		>
	</div>
	<div class="flex gap-1 pt-1.5">
		<button class="btn quiet small" onclick={() => on.step(-1)} aria-label="The student before">‹</button>
		<button class="btn quiet small" onclick={() => on.step(1)} aria-label="The next student">›</button>
	</div>
</div>
{#if row.posted}
	<p
		class={[
			'border-l-3 px-3 py-1.5',
			row.state === 'changed' ? 'border-l-amber bg-amber-2' : 'border-l-lichen bg-lichen-2',
			row.state === 'changed' && 'border-y-amber border-r-amber'
		]}
	>
		Posted by {row.posted.who} on {longDay(row.posted.at)}:
		<b class="font-semibold">{both(row.posted.percent, row.posted.mark)}</b>{#if row.state === 'changed'}; now <b
				class="font-semibold">{shortly(row.grade)}</b
			>{row.comment === row.posted.comment ? '' : ', another comment'}. Families see what was posted until you
			post again.{:else}; {row.families}.{/if}
		<button
			class="link"
			onclick={() =>
				notice.tried(reporting.showFamilies([row.student_id], row.is_kept_back), () =>
					row.is_kept_back ? 'The family sees it.' : 'Kept from the family. Ctrl Z takes it back.'
				)}>{row.is_kept_back ? 'Show it to the family' : 'Keep it from the family'}</button
		>
	</p>
{:else if row.withdrawn}
	<p class="border-l-3 border-amber bg-amber-2 px-3 py-1.5">
		Withdrawn by {row.withdrawn.who} on {longDay(row.withdrawn.at)}: {row.withdrawn.reason}. The family sees
		nothing posted.
	</p>
{/if}
