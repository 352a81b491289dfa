<script lang="ts">
	/** The comment desk: one student's evidence, grade and comment. The comment saves itself while it is written. */
	import { thisClass } from '$lib/class/thisClass';
	import { keyed } from '$lib/words/keys';
	import * as fetched from '$lib/api/queries';
	import { longDay } from '$lib/words/days';
	import { onDestroy } from 'svelte';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { signed } from '$lib/app/session.svelte';
	import { UnsentText } from '$lib/app/saving/unsent.svelte';
	import Bank from './Bank.svelte';
	import CommentField from './CommentField.svelte';
	import DeskHead from './DeskHead.svelte';
	import { DeskTexts, type Typed } from './deskTexts.svelte';
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

	const queries = useQueryClient();
	// The desk is made anew for each student and term, so that the row it begins with is the one it keeps.
	// svelte-ignore state_referenced_locally
	const { student_id: student, comment_version, comment: given } = row;
	// svelte-ignore state_referenced_locally
	const { term_id: term } = report;
	const { id, changing } = here;
	const evidence = createQuery(() => fetched.evidence(here.id, report.term_id, student));

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
	const texts = new DeskTexts(
		() => report,
		() => evidence.data,
		unsent
	);
	const open = $derived(row.checks.filter((check) => check.words !== 'no comment'));

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

	/** Put an earlier text back into the box. */
	export function take(text: string): void {
		texts.write(texts.all[0]!, text);
	}

	onDestroy(() => {
		unsent.end();
		void fetched.fetchAnew(queries, fetched.inEvidence(here.id, report.term_id, student));
	});
</script>

<section
	class="flex min-h-0 flex-col gap-2.5 overflow-auto border-l border-rule bg-snow px-6 py-3.5 [&>:not(.bank)]:flex-none"
	aria-label="Comment desk"
	onfocusin={({ target }) => {
		const field = target as HTMLElement;
		if (field.matches('textarea')) texts.lastIn = field.id;
	}}
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
		{#if !texts.hasNarrative}<button class="link mr-2.5" onclick={() => texts.narrate()}
				>Write a narrative</button
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
								check.kind === 'no_reason' || check.kind === 'no_effort'
									? on.override()
									: texts.focus('comment')}>{check.words}</button
						>{/if}{/each}</span
			>{/if}
	</p>
	{#each texts.all as each (each.id)}
		<CommentField
			id={each.id}
			label={each.label}
			longest={each.longest}
			rows={each.rows}
			value={each.text}
			oninput={(text) => texts.write(each, text)}
			{onkeydown}
			{onblur}
		/>
	{/each}
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
	<Bank
		term={report.term_id}
		{student}
		into={texts.into.about}
		oninsert={(sentence) => texts.insert(sentence)}
		onback={() => texts.focus()}
	/>
	<p class="sticky -bottom-3.5 -mb-3.5 flex flex-wrap items-center gap-x-3.5 gap-y-1.5 bg-snow pt-1.5 pb-3.5">
		<button class="btn" onclick={ready} disabled={!texts.isSaid}
			>{row.is_ready ? 'Keep it ready' : 'Mark it ready'}</button
		>
		<span class="text-slate"><kbd>{keyed('Ctrl Enter')}</kbd> marks it ready and goes on to {next}</span>
		<span class="text-slate"><kbd>v</kbd> what the family will see</span>
	</p>
</section>
