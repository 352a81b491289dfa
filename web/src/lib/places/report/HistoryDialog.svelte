<script lang="ts">
	/** How a student's report came about: every posting, and the comment at each go. */
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words, type Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import Working from '$lib/class/working/Working.svelte';
	import { thisReporting } from './reporting';
	import { both, type Row } from './rows';
	import { nameOf } from '$lib/class/names';

	let {
		report,
		row,
		open = $bindable(false),
		ontake
	}: {
		report: Shapes['ReportOut'];
		row: Row;
		open: boolean;
		ontake: (text: string) => void;
	} = $props();
	const reporting = thisReporting();
	const here = thisClass();
	let isWithdrawing = $state(false);
	let reason = $state('');
	let problem = $state('');
	const path = $derived({ class_id: here.id, term: report.term_id, student: row.student_id });
	const history = createQuery(() => ({
		...fetched.reportHistory(path.class_id, path.term, path.student),
		enabled: open
	}));

	async function withdraw(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		try {
			await reporting.withdraw(row.student_id, reason);
			notice.say(`${nameOf(row)}: withdrawn. The family no longer sees it.`);
			isWithdrawing = false;
			reason = '';
			problem = '';
		} catch (error) {
			problem = words(error);
		}
	}

	function when(at: string): string {
		return `${longDay(at.slice(0, 10))}, ${at.slice(11, 16)}`;
	}
</script>

<Dialog wide title="{nameOf(row)}, {report.term.toLowerCase()}" bind:open>
	{#if history.data}
		<h3 class="mt-2 text-large">Posted</h3>
		<ul>
			{#each history.data.postings as each (each.posted.id)}
				<li class="border-b border-hair py-1.5">
					<p>
						<b class="font-semibold">{both(each.posted.percent, each.posted.mark)}</b>{each.posted.effort
							? `, effort ${each.posted.effort}`
							: ''}, {each.posted.who}, {when(each.posted.at)}
					</p>
					{#if each.withdrawn}<p class="text-amber-ink">
							Withdrawn by {each.withdrawn.who}, {when(each.withdrawn.at)}: {each.withdrawn.reason}
						</p>{/if}
					{#if each.posted.comment}<p class="wrap-anywhere whitespace-pre-line">{each.posted.comment}</p>{/if}
					<details>
						<summary class="cursor-pointer text-juniper">how it came about, and the ground rules then</summary
						>
						<Working how={each.working as Shapes['WorkingOut']} />
						<p class="text-slate">{Object.values(each.ground_rules).join('; ')}</p>
					</details>
				</li>
			{:else}<li class="border-b border-hair py-1.5 text-slate">
					Nothing was posted for {report.term.toLowerCase()} yet.
				</li>{/each}
		</ul>
		{#if row.posted}
			{#if isWithdrawing}
				<form class="grid grid-cols-[minmax(0,1fr)_auto_auto] items-end gap-2 py-2" onsubmit={withdraw}>
					<label
						><span class="label">Why it is withdrawn</span><input class="field" bind:value={reason} /></label
					>
					<button class="btn">Withdraw it</button>
					<button type="button" class="btn quiet" onclick={() => (isWithdrawing = false)}
						>Leave it posted</button
					>
				</form>
				<p class="problem" role="alert">{problem}</p>
			{:else}<button class="link" onclick={() => (isWithdrawing = true)}>Withdraw what is posted</button>{/if}
		{/if}
		<h3 class="mt-2 text-large">The comment at each go</h3>
		<ul>
			{#each history.data.comments as each, place (place)}
				<li class="border-b border-hair py-1.5">
					<p class="text-slate">
						{each.who}, {when(each.at)}{each.how === 'written' ? '' : `, ${each.how}`}
						{#if each.text !== row.comment}<button
								class="link"
								onclick={() => {
									ontake(each.text);
									open = false;
								}}>Put this back</button
							>{/if}
					</p>
					<p class="wrap-anywhere whitespace-pre-line">{each.text || 'emptied'}</p>
				</li>
			{:else}<li class="border-b border-hair py-1.5 text-slate">Nothing was written here yet.</li>{/each}
		</ul>
	{:else if history.isError && !history.data}<p class="problem" role="alert">{words(history.error)}</p>
	{:else}<p role="status">Looking it up…</p>{/if}
</Dialog>
