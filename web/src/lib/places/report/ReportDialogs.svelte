<script lang="ts" module>
	export type ReportDialog = 'post' | 'steps' | 'alike' | 'print' | 'history';
</script>

<script lang="ts">
	/** What opens over the report. */
	import type { Shapes } from '$lib/api/client';
	import WorkingDialog from '$lib/class/working/WorkingDialog.svelte';
	import AlikeDialog from './AlikeDialog.svelte';
	import HistoryDialog from './HistoryDialog.svelte';
	import PostDialog from './PostDialog.svelte';
	import PrintDialog from './PrintDialog.svelte';
	import StepsDialog from './StepsDialog.svelte';
	import type { Row } from './rows';

	let {
		report,
		row,
		many,
		dialog = $bindable(),
		explained = $bindable(),
		onjump,
		ontake
	}: {
		report: Shapes['ReportOut'];
		/** Whom the desk is of. */
		row: Row;
		/** All that are chosen together. */
		many: number[];
		dialog: ReportDialog | null;
		/** Whose grade's working is looked at. */
		explained: { id: number; name: string } | null;
		/** Go to a student's comment. */
		onjump: (student: number) => void;
		/** Put an earlier comment back. */
		ontake: (text: string) => void;
	} = $props();
</script>

<WorkingDialog term={report.term_id} bind:student={explained} />
<PostDialog
	{report}
	{many}
	bind:open={() => dialog === 'post', (open) => (dialog = open ? 'post' : null)}
	{onjump}
/>
<StepsDialog
	term={report.term_id}
	bind:open={() => dialog === 'steps', (open) => (dialog = open ? 'steps' : null)}
/>
<AlikeDialog
	{report}
	{many}
	bind:open={() => dialog === 'alike', (open) => (dialog = open ? 'alike' : null)}
/>
<PrintDialog
	{report}
	{many}
	bind:open={() => dialog === 'print', (open) => (dialog = open ? 'print' : null)}
/>
<HistoryDialog
	{report}
	{row}
	bind:open={() => dialog === 'history', (open) => (dialog = open ? 'history' : null)}
	{ontake}
/>
