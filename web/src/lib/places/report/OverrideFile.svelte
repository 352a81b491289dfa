<script lang="ts">
	/** Overrides by file: save the sheet, work on it anywhere, load it back, see what it would change, apply. */
	import Check from '$lib/ui/check/Check.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import { words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { thisReporting } from './reporting';
	import { counted } from '$lib/words/plurals';

	let { report, open = $bindable(false) }: { report: Shapes['ReportOut']; open: boolean } = $props();
	const reporting = thisReporting();
	const here = thisClass();
	let found = $state<Shapes['OverrideFileOut'] | null>(null);
	let name = $state('');
	let problem = $state('');
	let isMeant = $state(false);
	const sheet = $derived(`/api/v1/classes/${here.id}/report/${report.term_id}/overrides`);
	const high = $derived(found?.changes.filter((each) => each.is_high).length ?? 0);

	async function read(file: File): Promise<void> {
		found = null;
		isMeant = false;
		name = file.name;
		try {
			found = await reporting.readFile(file);
			problem = '';
		} catch (error) {
			problem = words(error);
		}
	}

	async function apply(): Promise<void> {
		if (!found) return;
		const entries = found.changes.map(({ student_id: student, percent, mark, reason }) => ({
			student, percent, mark, reason
		})); // prettier-ignore
		try {
			const changed = await reporting.override(entries, isMeant);
			notice.say(`${counted(changed, 'override')} changed. Ctrl Z takes them back.`);
			found = null;
			open = false;
		} catch (error) {
			problem = words(error);
		}
	}
</script>

<Dialog wide title="Overrides by file" bind:open>
	<div class="grid gap-3">
		<p>
			Save the sheet with the percents of {report.term.toLowerCase()}, fill in
			<b class="font-semibold">New percent</b>
			or
			<b class="font-semibold">New mark</b> and <b class="font-semibold">Reason</b> anywhere, and load it
			back. A line left empty takes an override back.
			<a class="link mr-3" href="{sheet}.xlsx" download>Save as a workbook</a>
			<a class="link mr-3" href="{sheet}.csv" download>Save as CSV</a>
		</p>
		<FileChoose
			label="Choose the sheet"
			hint="CSV or workbook"
			accept=".csv,.txt,.tsv,.xlsx,.xlsm"
			onchoose={read}
		/>
		<p class="problem" role="alert">{problem}</p>
		{#if found}
			<p role="status">
				{name}: {counted(found.changes.length, 'change')}, {found.same} as they are{found.unread.length
					? `, ${counted(found.unread.length, 'line')} that cannot be read`
					: ''}. Nothing is changed yet.
			</p>
			{#if found.unread.length}
				<ul class="border-l-3 border-rowan bg-rowan-2 px-2.5 py-1.5" aria-label="Lines that cannot be read">
					{#each found.unread as each (each.line)}<li>
							<b class="font-semibold">Line {each.line}</b>
							{each.words}
						</li>{/each}
				</ul>
			{/if}
			{#if found.changes.length}
				<div class="max-h-75 overflow-auto">
					<table class="rows">
						<thead
							><tr
								><th scope="col">Student</th><th scope="col">Computed</th><th scope="col">Override now</th><th
									scope="col">Would be</th
								><th scope="col">Reason</th></tr
							></thead
						>
						<tbody>
							{#each found.changes as each (each.student_id)}
								<tr
									><th scope="row">{each.student}</th><td>{each.computed}</td><td>{each.before || 'none'}</td
									><td class={[each.is_high && 'text-amber-ink']}
										><b class="font-semibold">{each.after || 'none'}</b></td
									><td>{each.reason}</td></tr
								>
							{/each}
						</tbody>
					</table>
				</div>
				{#if high}<Check bind:checked={isMeant}
						>{counted(high, 'percent')} above 100 {high === 1 ? 'is' : 'are'} meant</Check
					>{/if}
				<p>
					<button class="btn" disabled={high > 0 && !isMeant} onclick={apply}
						>Apply {counted(found.changes.length, 'change')}</button
					>
				</p>
			{/if}
		{/if}
	</div>
</Dialog>
