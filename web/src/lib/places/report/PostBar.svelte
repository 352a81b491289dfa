<script lang="ts">
	/** How far the report is, and what is done with all of it: post, and what else there is. */
	import type { Shapes } from '$lib/api/client';
	import Menu, { type MenuAct } from '$lib/ui/menu/Menu.svelte';
	import { counted } from '$lib/words/plurals';
	import { seenWords, standing } from './rows';

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
		`Families will see ${seenWords(report)} of ${lower}${report.families_words === 'at once' ? '' : ` ${report.families_words}`}.`
	);
	let more: HTMLButtonElement;
	let beside = $state<DOMRect | null>(null);
</script>

{#if report.last_posting}<p
		class="border-t border-lichen bg-lichen-2 px-6 py-1.5 font-semibold text-lichen-ink"
	>
		{counted(report.rows.filter((row) => row.posted).length, 'grade')} posted, last by {report.last_posting}
	</p>{/if}
<div
	class="flex flex-wrap items-center justify-between gap-x-5 gap-y-2 border-t border-rule py-2.5 pr-5 pl-6"
>
	<p class="flex-[1_1_240px]">
		<b class="font-semibold">{ready} ready</b>{summary ? `, ${summary}` : ''}.
		{#if report.is_closed}<span class="text-amber-ink"
				>{report.window_words[0]?.toUpperCase()}{report.window_words.slice(1)}; the records office can open it
				again.</span
			>{:else}{seen}{/if}
	</p>
	<span class="flex flex-none gap-2">
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
<Menu
	{acts}
	{beside}
	onclose={(isElsewhere) => {
		beside = null;
		if (!isElsewhere) more.focus();
	}}
/>
