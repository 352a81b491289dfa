<script lang="ts">
	/** The comment desk: one student's evidence, grade and comment. The comment saves itself while it is written. */
	import { thisClass } from '$lib/class/thisClass';
	import { keyed } from '$lib/words/keys';
	import * as fetched from '$lib/api/queries';
	import { longDay } from '$lib/words/days';
	import { onDestroy, tick } from 'svelte';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { signed } from '$lib/app/session.svelte';
	import { UnsentText } from '$lib/app/saving/unsent.svelte';
	import Bank from './Bank.svelte';
	import Evidence from './Evidence.svelte';
	import { keepComment, thisReporting } from './reporting';
	import { both, looks, shortly, tally, type Row } from './rows';

	let {
		report,
		row,
		place,
		next,
		on
	}: {
		report: Shapes['ReportOut'];
		row: Row;
		place: string;
		/** Who comes after, by name. */
		next: string;
		on: {
			step: (by: number) => void;
			/** On to the next student's comment. */
			next: () => void;
			working: () => void;
			override: () => void;
			history: () => void;
		};
	} = $props();
	const here = thisClass();
	const reporting = thisReporting();

	const LONGEST_NARRATIVE = 20_000;
	const queries = useQueryClient();
	// The desk is made anew for each student and term, so that the row it begins with is the one it keeps.
	// svelte-ignore state_referenced_locally
	const { student_id: student, comment_version, comment: given } = row;
	// svelte-ignore state_referenced_locally
	const { term_id: term } = report;
	const { id, changing } = here;
	const evidence = createQuery(() => fetched.evidence(here.id, report.term_id, student));

	/** What was typed here and has not reached the server; of the rest only what was touched. */
	interface Typed {
		text: string;
		narrative: string | null;
		by_standard: Record<string, string>;
	}
	const unsent = new UnsentText<Typed>({
		person: signed.current?.person_id ?? null,
		place: `comment ${id} ${term} ${student}`,
		given: { text: given, narrative: null, by_standard: {} },
		version: comment_version,
		isSame: (one, other) =>
			one.text === other.text &&
			(one.narrative === null || one.narrative === other.narrative) &&
			Object.entries(one.by_standard).every(([name, text]) => other.by_standard[name] === text),
		send: (sent, version, is_ready) =>
			keepComment({ id, changing }, { term, student }, { ...sent, is_ready, version })
	});
	const typed = $derived(unsent.value);
	let narrating = $state(false);
	let box = $state<HTMLTextAreaElement>();
	const pronouns: Record<string, string> = { she: 'she, her', he: 'he, him', they: 'they, them' };
	/** A comment on a standard as it is now. */
	function onStandard(name: string): string {
		return typed.by_standard[name] ?? evidence.data?.by_standard[name] ?? '';
	}
	const isSaid = $derived(
		typed.text.trim() !== '' || report.standards.some((name) => onStandard(name).trim() !== '')
	);
	const isLong = $derived(typed.text.length > report.comment_limit);
	const narrative = $derived(typed.narrative ?? evidence.data?.narrative ?? '');
	const open = $derived(row.checks.filter((check) => check.words !== 'no comment'));

	/** Every keystroke is kept in this browser until the server has it. */
	const oninput = (): void => unsent.touch();
	const save = (isReady: boolean): Promise<boolean> => unsent.save(isReady, row.is_ready);

	/** Pressed again before the answer is here, nobody is passed over. */
	let isGoing = false;
	async function ready(): Promise<void> {
		if (isGoing) return;
		isGoing = true;
		if (await save(true)) on.next();
		isGoing = false;
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
		event.preventDefault();
		void ready();
	}

	/** A sentence goes in where the caret was, apart from what stands beside it. */
	function insert(sentence: string): void {
		const at = box?.selectionEnd ?? typed.text.length;
		const left = typed.text.slice(0, at);
		const right = typed.text.slice(at);
		const gap = left && !/\s$/.test(left) ? ' ' : '';
		typed.text = `${left}${gap}${sentence}${right && !/^\s/.test(right) ? ' ' : ''}${right}`;
		const caret = left.length + gap.length + sentence.length;
		void tick().then(() => box?.setSelectionRange(caret, caret));
		oninput();
	}

	/** Put an earlier text back into the box. */
	export function take(text: string): void {
		typed.text = text;
		oninput();
	}

	function narrate(): void {
		narrating = true;
		void tick().then(() => document.querySelector<HTMLElement>('#narrative')?.focus());
	}

	onDestroy(() => {
		unsent.end();
		void queries.invalidateQueries(fetched.inEvidence(here.id, report.term_id, student));
	});
</script>

<section
	class="flex min-h-0 flex-col gap-2.5 overflow-auto border-l border-rule bg-snow px-6 py-3.5 [&>:not(.bank)]:flex-none"
	aria-label="Comment desk"
>
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
				>{row.grade.levels_alone
					? tally(row.grade.levels, report.levels)
					: `${row.grade.percent ?? 'no'} %`}<br /><button class="link" onclick={on.working}>working</button>
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
			<b class="font-semibold">{both(row.posted.percent, row.posted.mark)}</b>{#if row.state === 'changed'};
				now <b class="font-semibold">{shortly(row.grade)}</b>{row.comment === row.posted.comment
					? ''
					: ', another comment'}. Families see what was posted until you post again.{:else}; {row.families}.{/if}
			<button
				class="link"
				onclick={() =>
					notice.tried(reporting.showFamilies([student], row.is_kept_back), () =>
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
	{#if evidence.data}<Evidence evidence={evidence.data} isMadeOfTerms={report.parts.length > 0} />
	{:else if evidence.isError && !evidence.data}<p class="problem empty:hidden" role="alert">
			{words(evidence.error)}
		</p>
	{:else}<p class="waiting text-slate" role="status">Looking at the term…</p>{/if}
	<p>
		{#if row.override}
			Computed {row.grade.computed_percent ?? 'no'} %, {row.grade.computed_mark ?? 'no mark'}; {row.override
				.who} put
			<b class="font-semibold">{row.override.mark ?? `${row.override.percent} %`}</b> in its place on {longDay(
				row.override.at
			)}{row.override.reason ? `: ${row.override.reason}` : ', without a reason'}.
			<button class="link mr-2.5" onclick={on.override}>Change it</button>
			<button
				class="link mr-2.5"
				onclick={() =>
					notice.tried(
						reporting.override([{ student, percent: '', mark: '', reason: '' }]),
						'The computed grade holds again.'
					)}>Take it back</button
			>
		{:else if report.levels_alone}
			<a class="link mr-2.5" href="/class/{here.id}/scores/standard?term={report.term_id}"
				>Set a level by hand</a
			>
		{:else}
			<button class="link mr-2.5" onclick={on.override}>Override the grade</button> <kbd>Enter</kbd>
		{/if}
		<button class="link mr-2.5" onclick={on.history}>History</button>
		{#if !narrating && !narrative}<button class="link mr-2.5" onclick={narrate}>Write a narrative</button
			>{/if}
		{#if open.length}<span class={['mr-0', !looks(row).length ? 'text-slate' : 'text-amber-ink']}
				><i class="diamond mr-1.5"></i>{#each open as check, place (place)}{place
						? ', '
						: ''}{#if check.kind === 'loose_ends'}<a
							class={['link mr-0', !looks(row).length ? 'text-slate' : 'text-amber-ink']}
							href="/class/{here.id}/student/{student}?term={report.term_id}">{check.words}</a
						>{:else}<button
							class={['link mr-0', !looks(row).length ? 'text-slate' : 'text-amber-ink']}
							onclick={() =>
								check.kind === 'no_reason' || check.kind === 'no_effort' ? on.override() : box?.focus()}
							>{check.words}</button
						>{/if}{/each}</span
			>{/if}
	</p>
	<div class="rounded border border-rule px-3 pt-2 pb-1.5 focus-within:border-juniper">
		<label class="flex justify-between text-small leading-4 text-slate" for="comment">
			<span>Comment for the family</span>
			<span class={[isLong && 'font-semibold text-rowan']} aria-live="polite"
				>{typed.text.length} of {report.comment_limit} characters</span
			>
		</label>
		<textarea
			class="mt-1 min-h-23 w-full resize-y text-large leading-5.75 outline-none"
			id="comment"
			rows="4"
			spellcheck="true"
			bind:this={box}
			bind:value={typed.text}
			{oninput}
			{onkeydown}
			onblur={() => save(row.is_ready && unsent.isKept)}></textarea>
	</div>
	{#each report.standards as name, place (name)}
		<div class="rounded border border-rule px-3 pt-2 pb-1.5 focus-within:border-juniper">
			<label class="flex justify-between text-small leading-4 text-slate" for="standard-{place}">
				<span>On {name}</span>
				<span class={[onStandard(name).length > report.comment_limit && 'font-semibold text-rowan']}
					>{onStandard(name).length} of {report.comment_limit} characters</span
				>
			</label>
			<textarea
				id="standard-{place}"
				class="mt-1 min-h-11.5 w-full resize-y text-large leading-5.75 outline-none"
				rows="2"
				spellcheck="true"
				value={onStandard(name)}
				oninput={(event) => {
					typed.by_standard[name] = event.currentTarget.value;
					oninput();
				}}
				{onkeydown}
				onblur={() => save(row.is_ready && unsent.isKept)}></textarea>
		</div>
	{/each}
	{#if narrating || narrative}
		<div class="rounded border border-rule px-3 pt-2 pb-1.5 focus-within:border-juniper">
			<label class="flex justify-between text-small leading-4 text-slate" for="narrative">
				<span>Narrative, a letter of its own with the report card</span>
				<span class={[narrative.length > LONGEST_NARRATIVE && 'font-semibold text-rowan']}
					>{narrative.length} of {LONGEST_NARRATIVE} characters</span
				>
			</label>
			<textarea
				class="mt-1 min-h-23 w-full resize-y text-large leading-5.75 outline-none"
				id="narrative"
				rows="8"
				spellcheck="true"
				value={narrative}
				oninput={(event) => {
					typed.narrative = event.currentTarget.value;
					oninput();
				}}
				onblur={() => save(row.is_ready && unsent.isKept)}></textarea>
		</div>
	{/if}
	<p class="problem empty:hidden" role="alert">{unsent.problem}</p>
	{#if unsent.isOvertaken}
		<p class="flex gap-4">
			<button class="link" onclick={() => unsent.insist(row.comment_version)}>Put mine in its place</button>
			<button
				class="link"
				onclick={() =>
					unsent.give({ text: row.comment, narrative: null, by_standard: {} }, row.comment_version)}
				>Take theirs</button
			>
		</p>
	{/if}
	<Bank term={report.term_id} {student} oninsert={insert} onback={() => box?.focus()} />
	<p class="sticky -bottom-3.5 -mb-3.5 flex flex-wrap items-center gap-x-3.5 gap-y-1.5 bg-snow pt-1.5 pb-3.5">
		<button class="btn" onclick={ready} disabled={!isSaid}
			>{row.is_ready ? 'Keep it ready' : 'Mark it ready'}</button
		>
		<span class="text-slate"><kbd>{keyed('Ctrl Enter')}</kbd> marks it ready and goes on to {next}</span>
		<span class="text-slate"><kbd>v</kbd> what the family will see</span>
	</p>
</section>
