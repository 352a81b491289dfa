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
	import CommentField from './CommentField.svelte';
	import DeskHead from './DeskHead.svelte';
	import Evidence from './Evidence.svelte';
	import { keepComment, thisReporting } from './reporting';
	import { looks, type Row } from './rows';

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
	/** A comment on a standard as it is now. */
	function onStandard(name: string): string {
		return typed.by_standard[name] ?? evidence.data?.by_standard[name] ?? '';
	}
	const isSaid = $derived(
		typed.text.trim() !== '' || report.standards.some((name) => onStandard(name).trim() !== '')
	);
	const narrative = $derived(typed.narrative ?? evidence.data?.narrative ?? '');
	const open = $derived(row.checks.filter((check) => check.words !== 'no comment'));

	/** Every keystroke is kept in this browser until the server has it. */
	const oninput = (): void => unsent.touch();
	const save = (isReady: boolean): Promise<boolean> => unsent.save(isReady, row.is_ready);
	const onblur = (): void => void save(row.is_ready && unsent.isKept);

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
	<DeskHead {report} {row} {place} {on} />
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
	<CommentField
		id="comment"
		label="Comment for the family"
		longest={report.comment_limit}
		rows={4}
		value={typed.text}
		bind:box
		oninput={(text) => {
			typed.text = text;
			oninput();
		}}
		{onkeydown}
		{onblur}
	/>
	{#each report.standards as name, place (name)}
		<CommentField
			id="standard-{place}"
			label="On {name}"
			longest={report.comment_limit}
			rows={2}
			value={onStandard(name)}
			oninput={(text) => {
				typed.by_standard[name] = text;
				oninput();
			}}
			{onkeydown}
			{onblur}
		/>
	{/each}
	{#if narrating || narrative}
		<CommentField
			id="narrative"
			label="Narrative, a letter of its own with the report card"
			longest={LONGEST_NARRATIVE}
			rows={8}
			value={narrative}
			oninput={(text) => {
				typed.narrative = text;
				oninput();
			}}
			{onblur}
		/>
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
