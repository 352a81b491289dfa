<script lang="ts">
	/** How far the report is, and what is done with all of it: post, and what else there is. */
	import type { Shapes } from '$lib/api/client';
	import Menu, { type MenuAct } from '$lib/ui/Menu.svelte';
	import { counted, standing } from './rows';

	let { report, acts, onpost }: { report: Shapes['ReportOut']; acts: MenuAct[]; onpost: () => void } =
		$props();
	const stands = $derived(standing(report.rows));
	const ready = $derived(stands.ready.length);
	const lower = $derived(report.term.toLowerCase());
	const summary = $derived(
		[
			[stands.look.length, 'with something to look at'],
			[stands.begun.length, 'begun'],
			[stands.bare.length, 'with no comment'],
			[stands.noGrade.length, 'with no grade'],
			[stands.posted.length, 'posted']
		]
			.filter(([count]) => count)
			.map(([count, said]) => `${count} ${said}`)
			.join(', ')
	);
	const seen = $derived(
		`Families will see mark, percent and comment of ${lower}${report.families_words === 'at once' ? '' : ` ${report.families_words}`}.`
	);
	let more: HTMLButtonElement;
	let beside = $state<DOMRect | null>(null);
</script>

{#if report.last_posting}<p class="done">
		{counted(report.rows.filter((row) => row.posted).length, 'grade')} posted, last by {report.last_posting}
	</p>{/if}
<div class="bar">
	<p>
		<b>{ready} ready</b>{summary ? `, ${summary}` : ''}.
		{#if report.is_closed}<span class="closed"
				>{report.window_words[0]?.toUpperCase()}{report.window_words.slice(1)}; the records office can open it
				again.</span
			>{:else}{seen}{/if}
	</p>
	<span class="acts">
		<button
			class="btn quiet"
			bind:this={more}
			aria-haspopup="menu"
			onclick={() => (beside = more.getBoundingClientRect())}>More</button
		>
		<button
			class="btn"
			onclick={onpost}
			disabled={report.is_closed || stands.posted.length === report.rows.length}
		>
			Post {ready ? counted(ready, 'grade') : 'grades'}
		</button>
	</span>
</div>
{#if beside}<Menu
		{acts}
		{beside}
		onclose={(isElsewhere) => {
			beside = null;
			if (!isElsewhere) more.focus();
		}}
	/>{/if}

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
		flex-wrap: wrap;
		align-items: center;
		justify-content: space-between;
		gap: 8px 20px;
		padding: 10px 20px 10px 24px;
		border-top: 1px solid var(--rule);
	}
	b {
		font-weight: 600;
	}
	.bar > p {
		flex: 1 1 240px;
	}
	.closed {
		color: var(--amber-ink);
	}
	.acts {
		display: flex;
		flex: none;
		gap: 8px;
	}
</style>
