<script lang="ts">
	/** Posting: says how many, of which term and what families will see, before it is done. */
	import { api, ask, Refusal, words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import { saving } from '$lib/saving/saving.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';

	let {
		classId,
		report,
		onposted
	}: { classId: number; report: Shapes['ReportOut']; onposted: () => Promise<void> } = $props();

	let isAsking = $state(false);
	let withoutComment = $state(false);
	let termName = $state('');
	let problem = $state('');
	let request = $state('');

	function count(...states: Shapes['ReportRow']['state'][]): number {
		return report.rows.filter((row) => states.includes(row.state)).length;
	}
	const ready = $derived(report.rows.filter((row) => row.state === 'ready' || row.state === 'changed'));
	const bare = $derived(
		report.rows.filter((row) => row.state === 'no_comment' || row.state === 'being_written')
	);
	const chosen = $derived(withoutComment ? [...ready, ...bare] : ready);
	const changed = $derived(report.rows.filter((row) => row.state === 'changed'));
	const grades = $derived(`${chosen.length} ${chosen.length === 1 ? 'grade' : 'grades'}`);
	const lower = $derived(report.term.toLowerCase());
	const summary = $derived(
		[
			count('posted') ? `${count('posted')} posted` : '',
			count('changed') ? `${count('changed')} changed since` : '',
			count('being_written') ? `${count('being_written')} begun` : '',
			count('no_comment') ? `${count('no_comment')} with no comment` : '',
			count('no_grade') ? `${count('no_grade')} with no grade` : ''
		]
			.filter(Boolean)
			.join(', ')
	);

	function open(): void {
		// One number for this posting: pressed twice, or sent again, it is made once.
		request = crypto.randomUUID();
		termName = '';
		problem = '';
		isAsking = true;
	}

	async function post(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const body = {
			request,
			term: report.term_id,
			students: chosen.map((row) => row.student_id),
			term_name: termName
		};
		try {
			const done = await saving.during(
				ask(
					api.POST('/api/classes/{class_id}/report/post', { params: { path: { class_id: classId } }, body })
				)
			);
			isAsking = false;
			notice.say(
				`${done.posted} ${done.posted === 1 ? 'grade' : 'grades'} of ${lower} posted. Families see them now.`
			);
			await onposted();
		} catch (error) {
			const isAway = error instanceof Refusal && error.isPassing;
			problem = isAway
				? `${words(error)} Press again: it is posted once, however often it is asked for.`
				: words(error);
		}
	}
</script>

{#if report.last_posting}<p class="done">
		{count('posted', 'changed')} posted, last by {report.last_posting}
	</p>{/if}
<div class="bar">
	<p>
		<b>{count('ready')} ready</b>{summary ? `, ${summary}` : ''}. Families will see mark, percent and comment
		of {lower}.
	</p>
	<button class="btn" onclick={open} disabled={!ready.length && !bare.length}>
		Post {ready.length ? `${ready.length} ${ready.length === 1 ? 'grade' : 'grades'}` : 'grades'}
	</button>
</div>

<Dialog title="Post {grades} of {lower}" bind:open={isAsking}>
	<form onsubmit={post} class="ask">
		<p>
			Families will see mark, percent and comment at once. What is posted is kept as it is now, whatever
			changes later.
		</p>
		{#if changed.length}
			<ul aria-label="Changed since posting">
				{#each changed as row (row.student_id)}
					<li>
						{row.given_name}
						{row.family_name}: {row.posted?.mark}
						{row.posted?.percent ?? ''} to
						<b>{row.grade.mark} {row.grade.percent ?? ''}</b>
					</li>
				{/each}
			</ul>
		{/if}
		{#if bare.length}
			<label class="tick">
				<input type="checkbox" bind:checked={withoutComment} /> also the {bare.length} whose comment is not ready,
				as it is now
			</label>
		{/if}
		{#if !report.window_is_open}
			<label>
				<span class="label"
					>{report.term} is not being posted now ({report.window_words}). Type its name to post to it all the
					same.</span
				>
				<input class="field" bind:value={termName} />
			</label>
		{/if}
		<p class="problem" role="alert">{problem}</p>
		<p class="acts">
			<button class="btn" disabled={!chosen.length}>Post {grades}</button>
			<button type="button" class="btn quiet" onclick={() => (isAsking = false)}>Not yet</button>
		</p>
	</form>
</Dialog>

<style>
	.done {
		padding: 6px 24px;
		border-top: 1px solid var(--lichen);
		background: var(--lichen-2);
		color: var(--lichen-ink);
		font-weight: 600;
	}
	.bar {
		display: flex;
		align-items: center;
		justify-content: space-between;
		gap: 20px;
		padding: 10px 20px 10px 24px;
		border-top: 1px solid var(--rule);
	}
	b {
		font-weight: 600;
	}
	.ask {
		display: grid;
		gap: 12px;
	}
	ul {
		max-height: 200px;
		overflow: auto;
		border-top: 1px solid var(--hair);
	}
	li {
		padding: 4px 0;
		border-bottom: 1px solid var(--hair);
	}
	.tick {
		display: flex;
		gap: 8px;
	}
	.acts {
		display: flex;
		gap: 12px;
	}
</style>
