<script lang="ts">
	/** The same starting text for several students, each with their own name, pronouns and work. */
	import { words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { onOpening } from '$lib/ui/opening.svelte';
	import { thisReporting } from './reporting';
	import { counted } from '$lib/words/plurals';
	import Students from './Students.svelte';

	let {
		report,
		many,
		open = $bindable(false)
	}: { report: Shapes['ReportOut']; many: number[]; open: boolean } = $props();
	const reporting = thisReporting();
	let chosen = $state<number[]>([]);
	let text = $state('');
	let problem = $state('');
	const empty = $derived(report.rows.filter((row) => !row.comment.trim()));

	onOpening(
		() => open,
		() => {
			problem = '';
			const free = empty.map((row) => row.student_id);
			chosen = many.length > 1 ? free.filter((student) => many.includes(student)) : free;
		}
	);

	async function begin(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		try {
			const done = await reporting.beginAlike(chosen, text);
			open = false;
			text = '';
			const kept = done.kept.length ? ` ${done.kept.join(', ')} had a comment and keep it.` : '';
			notice.say(`${counted(done.begun, 'comment')} begun. Ctrl Z takes them back.${kept}`);
		} catch (error) {
			problem = words(error);
		}
	}
</script>

<Dialog wide title="Begin comments alike" bind:open>
	<form class="grid gap-3" onsubmit={begin}>
		<label>
			<span class="label"
				>Text; {'{name}, {they}, {them}, {their}, {is}, {has}, {best}, {weakest} and {missing}'} become each student’s
				own</span
			>
			<textarea class="field h-auto px-2 py-1.5" rows="4" spellcheck="true" bind:value={text}></textarea>
		</label>
		{#if empty.length}<Students rows={empty} bind:chosen />{:else}<p>Everybody has a comment already.</p>{/if}
		<p class="problem" role="alert">{problem}</p>
		<p>
			<button class="btn" disabled={!chosen.length || !text.trim()}
				>Begin {counted(chosen.length, 'comment')}</button
			>
		</p>
	</form>
</Dialog>
