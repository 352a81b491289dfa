<script lang="ts">
	/** The comment desk: one student's evidence, grade and comment. The comment saves itself while it is written. */
	import { longDay } from '$lib/api/days';
	import { onDestroy, tick } from 'svelte';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { api, ask, Refusal, words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import { signed } from '$lib/frame/session.svelte';
	import { saving } from '$lib/saving/saving.svelte';
	import { UnsentText } from '$lib/saving/unsent.svelte';
	import Bank from './Bank.svelte';
	import Evidence from './Evidence.svelte';
	import type { Reporting } from './reporting';
	import { both, looks, type Row } from './rows';

	let {
		classId,
		report,
		reporting,
		row,
		place,
		next,
		onstep,
		onnext,
		onchange,
		onworking,
		onoverride,
		onhistory
	}: {
		classId: number;
		report: Shapes['ReportOut'];
		reporting: Reporting;
		row: Row;
		place: string;
		/** Who comes after, by name. */
		next: string;
		onstep: (by: number) => void;
		/** On to the next student's comment. */
		onnext: () => void;
		onchange: () => Promise<void>;
		onworking: () => void;
		onoverride: () => void;
		onhistory: () => void;
	} = $props();

	const LONGEST_NARRATIVE = 20_000;
	const queries = useQueryClient();
	// The desk is made anew for each student and term, so that the row it begins with is the one it keeps.
	// svelte-ignore state_referenced_locally
	const { student_id: student, comment_version, comment: given } = row;
	// svelte-ignore state_referenced_locally
	const path = { class_id: classId, term: report.term_id, student };
	const evidence = createQuery(() => ({
		queryKey: ['class', classId, 'evidence', report.term_id, student],
		queryFn: () =>
			ask(api.GET('/api/classes/{class_id}/report/{term}/{student}/evidence', { params: { path } }))
	}));

	/** What was typed here and has not reached the server; of the rest only what was touched. */
	interface Typed {
		text: string;
		narrative: string | null;
		by_standard: Record<string, string>;
	}
	const unsent = new UnsentText<Typed>({
		person: signed.current?.person_id ?? null,
		place: `comment ${path.class_id} ${path.term} ${student}`,
		given: { text: given, narrative: null, by_standard: {} },
		version: comment_version,
		isSame: (one, other) =>
			one.text === other.text &&
			(one.narrative === null || one.narrative === other.narrative) &&
			Object.entries(one.by_standard).every(([name, text]) => other.by_standard[name] === text),
		send: async (sent, version, is_ready) => {
			const body = { ...sent, is_ready, version };
			const saved = await saving
				.during(
					ask(api.PUT('/api/classes/{class_id}/report/{term}/{student}/comment', { params: { path }, body }))
				)
				.catch(async (error: unknown) => {
					// What somebody else wrote meanwhile is shown before one chooses.
					if (error instanceof Refusal && error.field === 'version') await onchange();
					throw error;
				});
			void onchange();
			return saved.version;
		}
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
		if (await save(true)) onnext();
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
		void queries.invalidateQueries({ queryKey: ['class', classId, 'evidence', report.term_id, student] });
	});
</script>

<section class="desk" aria-label="Comment desk">
	<div class="top">
		<div>
			<h2>{row.given_name} {row.family_name}</h2>
			<p>{pronouns[row.pronouns] ?? row.pronouns}. {place}, by family name</p>
		</div>
		<div class="grade">
			<b>{row.grade.mark ?? '—'}</b>
			<span
				>{row.grade.percent ?? 'no'} %<br /><button class="link" onclick={onworking}>working</button>
				<kbd>w</kbd></span
			>
		</div>
		<div class="steps">
			<button class="btn quiet small" onclick={() => onstep(-1)} aria-label="The student before">‹</button>
			<button class="btn quiet small" onclick={() => onstep(1)} aria-label="The next student">›</button>
		</div>
	</div>
	{#if row.posted}
		<p class="posted" class:changed={row.state === 'changed'}>
			Posted by {row.posted.who} on {longDay(row.posted.at)}:
			<b>{both(row.posted.percent, row.posted.mark)}</b>{#if row.state === 'changed'}; now <b
					>{both(row.grade.percent, row.grade.mark)}</b
				>{row.comment === row.posted.comment ? '' : ', another comment'}. Families see what was posted until
				you post again.{:else}; {row.families}.{/if}
			<button
				class="link"
				onclick={() =>
					notice.tried(reporting.showFamilies([student], row.is_kept_back), () =>
						row.is_kept_back ? 'The family sees it.' : 'Kept from the family. Ctrl Z takes it back.'
					)}>{row.is_kept_back ? 'Show it to the family' : 'Keep it from the family'}</button
			>
		</p>
	{:else if row.withdrawn}
		<p class="posted changed">
			Withdrawn by {row.withdrawn.who} on {longDay(row.withdrawn.at)}: {row.withdrawn.reason}. The family sees
			nothing posted.
		</p>
	{/if}
	{#if evidence.data}<Evidence evidence={evidence.data} isMadeOfTerms={report.parts.length > 0} />
	{:else if evidence.isError && !evidence.data}<p class="problem" role="alert">{words(evidence.error)}</p>
	{:else}<p class="waiting" role="status">Looking at the term…</p>{/if}
	<p class="override">
		{#if row.override}
			Computed {row.grade.computed_percent ?? 'no'} %, {row.grade.computed_mark ?? 'no mark'}; {row.override
				.who} put
			<b>{row.override.mark ?? `${row.override.percent} %`}</b> in its place on {longDay(row.override.at)}{row
				.override.reason
				? `: ${row.override.reason}`
				: ', without a reason'}.
			<button class="link" onclick={onoverride}>Change it</button>
			<button
				class="link"
				onclick={() =>
					notice.tried(
						reporting.override([{ student, percent: '', mark: '', reason: '' }]),
						'The computed grade holds again.'
					)}>Take it back</button
			>
		{:else}
			<button class="link" onclick={onoverride}>Override the grade</button> <kbd>Enter</kbd>
		{/if}
		<button class="link" onclick={onhistory}>History</button>
		{#if !narrating && !narrative}<button class="link" onclick={narrate}>Write a narrative</button>{/if}
		{#if open.length}<span class="checks" class:calm={!looks(row).length}
				><i class="diamond"></i>{#each open as check, place (place)}{place
						? ', '
						: ''}{#if check.kind === 'loose_ends'}<a
							class="link"
							href="/class/{classId}/student/{student}?term={report.term_id}">{check.words}</a
						>{:else}<button
							class="link"
							onclick={() =>
								check.kind === 'no_reason' || check.kind === 'no_effort' ? onoverride() : box?.focus()}
							>{check.words}</button
						>{/if}{/each}</span
			>{/if}
	</p>
	<div class="box">
		<label for="comment">
			<span>Comment for the family</span>
			<span class:long={isLong} aria-live="polite"
				>{typed.text.length} of {report.comment_limit} characters</span
			>
		</label>
		<textarea
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
		<div class="box">
			<label for="standard-{place}">
				<span>On {name}</span>
				<span class:long={onStandard(name).length > report.comment_limit}
					>{onStandard(name).length} of {report.comment_limit} characters</span
				>
			</label>
			<textarea
				id="standard-{place}"
				class="short"
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
		<div class="box">
			<label for="narrative">
				<span>Narrative, a letter of its own with the report card</span>
				<span class:long={narrative.length > LONGEST_NARRATIVE}
					>{narrative.length} of {LONGEST_NARRATIVE} characters</span
				>
			</label>
			<textarea
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
	<p class="problem" role="alert">{unsent.problem}</p>
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
	<Bank {classId} term={report.term_id} {student} oninsert={insert} onback={() => box?.focus()} />
	<p class="foot">
		<button class="btn" onclick={ready} disabled={!isSaid}
			>{row.is_ready ? 'Keep it ready' : 'Mark it ready'}</button
		>
		<span><kbd>Ctrl Enter</kbd> marks it ready and goes on to {next}</span>
		<span><kbd>v</kbd> what the family will see</span>
	</p>
</section>

<style>
	.desk {
		display: flex;
		flex-direction: column;
		gap: 10px;
		min-height: 0;
		overflow: auto;
		padding: 14px 24px;
		border-left: 1px solid var(--rule);
		background: var(--snow);
	}
	.desk > :global(:not(.bank)) {
		flex: none;
	}
	.desk > .problem:empty {
		display: none;
	}
	.top {
		display: flex;
		flex-wrap: wrap;
		align-items: flex-start;
		gap: 8px 20px;
	}
	.top > div:first-child {
		flex: 1;
		min-width: 180px;
	}
	h2 {
		font-size: 24px;
		line-height: 28px;
		overflow-wrap: anywhere;
	}
	.top p,
	.waiting,
	.foot span {
		color: var(--slate);
	}
	.grade {
		display: flex;
		align-items: center;
		gap: 10px;
	}
	.grade b {
		font: 600 34px/40px var(--name);
	}
	.steps {
		display: flex;
		gap: 4px;
		padding-top: 6px;
	}
	.posted {
		padding: 6px 12px;
		border-left: 3px solid var(--lichen);
		background: var(--lichen-2);
	}
	.posted b,
	.override b {
		font-weight: 600;
	}
	.posted.changed {
		border-color: var(--amber);
		background: var(--amber-2);
	}
	.override .link {
		margin-right: 10px;
	}
	.checks,
	.checks .link {
		margin-right: 0;
		color: var(--amber-ink);
	}
	.checks.calm,
	.checks.calm .link {
		color: var(--slate);
	}
	.checks .diamond {
		margin-right: 6px;
	}
	.box {
		padding: 8px 12px 6px;
		border: 1px solid var(--rule);
		border-radius: 3px;
	}
	.box:focus-within {
		border-color: var(--juniper);
	}
	label {
		display: flex;
		justify-content: space-between;
		color: var(--slate);
		font-size: 12px;
		line-height: 16px;
	}
	.long {
		color: var(--rowan);
		font-weight: 600;
	}
	textarea {
		width: 100%;
		min-height: 92px;
		margin-top: 4px;
		font-size: 15px;
		line-height: 23px;
		resize: vertical;
		outline: none;
	}
	textarea.short {
		min-height: 46px;
	}
	.foot {
		position: sticky;
		bottom: -14px;
		margin-bottom: -14px;
		padding: 6px 0 14px;
		background: var(--snow);
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px 14px;
	}
</style>
