<script lang="ts">
	/** The comment desk: one student's grade, override and comment. The comment saves itself while it is written. */
	import { onDestroy } from 'svelte';
	import { api, ask, Refusal, words, type Shapes } from '$lib/api/client';
	import { saving } from '$lib/saving/saving.svelte';
	import OverrideForm from './OverrideForm.svelte';

	let {
		classId,
		report,
		row,
		place,
		onstep,
		onchange,
		onworking
	}: {
		classId: number;
		report: Shapes['ReportOut'];
		row: Shapes['ReportRow'];
		place: string;
		onstep: (by: number) => void;
		onchange: () => Promise<void>;
		onworking: () => void;
	} = $props();

	const PAUSE = 700;
	const AGAIN = 4000;
	// The desk is made anew for each student and term, so that the row it begins with is the one it keeps.
	// svelte-ignore state_referenced_locally
	const { student_id: student, comment_version, comment: given } = row;
	// svelte-ignore state_referenced_locally
	const path = { class_id: classId, term: report.term_id, student };
	const keptHere = `hoarfrost-comment ${path.class_id} ${path.term} ${student}`;
	let text = $state(localStorage.getItem(keptHere) ?? given);
	let kept = given;
	let version = comment_version;
	let problem = $state('');
	let timer: ReturnType<typeof setTimeout> | undefined;
	const pronouns: Record<string, string> = { she: 'she, her', he: 'he, him', they: 'they, them' };
	const isLong = $derived(text.length > report.comment_limit);

	/** Every keystroke is kept in this browser until the server has it. */
	function oninput(): void {
		localStorage.setItem(keptHere, text);
		clearTimeout(timer);
		timer = setTimeout(() => void save(false), PAUSE);
	}

	async function save(isReady: boolean): Promise<boolean> {
		clearTimeout(timer);
		const sent = text;
		if (sent === kept && isReady === row.is_ready) {
			localStorage.removeItem(keptHere);
			return true;
		}
		try {
			const body = { text: sent, is_ready: isReady, version };
			const saved = await saving.during(
				ask(api.PUT('/api/classes/{class_id}/report/{term}/{student}/comment', { params: { path }, body }))
			);
			version = saved.version;
			kept = sent;
			problem = '';
			if (text === sent) localStorage.removeItem(keptHere);
			await onchange();
			return true;
		} catch (error) {
			problem = words(error);
			if (error instanceof Refusal && error.isPassing) timer = setTimeout(() => void save(isReady), AGAIN);
			return false;
		}
	}

	async function ready(): Promise<void> {
		if (await save(true)) onstep(1);
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
		event.preventDefault();
		void ready();
	}

	onDestroy(() => {
		if (text !== kept) void save(false);
		clearTimeout(timer);
	});

	// What was typed here and never reached the server is sent as soon as the desk is opened again.
	if (localStorage.getItem(keptHere) !== null) oninput();
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
			Posted by {row.posted.who} on {row.posted.at.slice(0, 10)}: <b>{row.posted.mark}</b>
			{row.posted.percent ? `, ${row.posted.percent} %` : ''}{#if row.state === 'changed'}; now <b
					>{row.grade.mark}</b
				>{row.grade.percent ? `, ${row.grade.percent} %` : ''}{row.comment === row.posted.comment
					? ''
					: ', another comment'}. Families see what was posted until you post again.{:else}.{/if}
		</p>
	{/if}
	<OverrideForm {classId} {report} {row} {onchange} />
	<div class="box">
		<label for="comment">
			<span>Comment for the family</span>
			<span class:long={isLong} aria-live="polite">{text.length} of {report.comment_limit} characters</span>
		</label>
		<textarea
			id="comment"
			rows="6"
			spellcheck="true"
			bind:value={text}
			{oninput}
			{onkeydown}
			onblur={() => save(row.is_ready && text === kept)}></textarea>
	</div>
	<p class="problem" role="alert">{problem}</p>
	<p class="foot">
		<button class="btn" onclick={ready} disabled={!text.trim()}
			>{row.is_ready ? 'Keep it ready' : 'Mark it ready'}</button
		>
		<span><kbd>Ctrl Enter</kbd> marks it ready and goes on to the next</span>
	</p>
</section>

<style>
	.desk {
		display: flex;
		flex-direction: column;
		gap: 12px;
		min-height: 0;
		overflow: auto;
		padding: 14px 24px;
		border-left: 1px solid var(--rule);
		background: var(--snow);
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
		padding: 8px 12px;
		border-left: 3px solid var(--lichen);
		background: var(--lichen-2);
	}
	.posted b {
		font-weight: 600;
	}
	.posted.changed {
		border-color: var(--amber);
		background: var(--amber-2);
	}
	.box {
		padding: 8px 12px 10px;
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
		min-height: 120px;
		margin-top: 4px;
		font-size: 15px;
		line-height: 23px;
		resize: vertical;
		outline: none;
	}
	.foot {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 14px;
	}
</style>
