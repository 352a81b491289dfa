<script lang="ts">
	/** Overrides from a table: the sheet of the term to work on anywhere, and what it would change once it is back. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Failed from '$lib/app/Failed.svelte';
	import TableChoose from '$lib/app/table/TableChoose.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import { keyed } from '$lib/words/keys';
	import { counted } from '$lib/words/plurals';
	import OverrideDraft from './OverrideDraft.svelte';
	import { OverrideTaking } from './overridesIn.svelte';

	let { term }: { term: number | undefined } = $props();
	const here = thisClass();
	const report = createQuery(() => fetched.report(here.id, term));
	const shown = $derived(report.data);
	const taking = new OverrideTaking(here, () => shown!);
	const sheet = $derived(`/api/v1/classes/${here.id}/report/${shown?.term_id}/overrides`);
</script>

<h2>Overrides from a table</h2>
{#if taking.table && taking.found}
	<OverrideDraft name={taking.table.name} found={taking.found} {taking} />
{:else if report.isPending}<p role="status">Fetching the term’s grades…</p>
{:else if !shown}<Failed error={report.error} retry={report.refetch} />
{:else}
	<p class="max-w-160 pb-3">
		Save the sheet with the percents of {shown.term.toLowerCase()}, fill in
		<b class="font-semibold">New percent</b>
		or <b class="font-semibold">New mark</b> and <b class="font-semibold">Reason</b> anywhere, and load it back.
		A line left empty takes an override back. Nothing is changed before you have seen it.
	</p>
	<p class="flex gap-4 pb-3">
		<a class="link min-h-6" href="{sheet}.xlsx" download>Save as a workbook</a>
		<a class="link min-h-6" href="{sheet}.csv" download>Save as CSV</a>
	</p>
	<TableChoose
		hint="CSV, XLSX, XLS or ODS"
		accept=".csv,.txt,.tsv,.xlsx,.xlsm,.xls,.ods"
		isReading={taking.isBusy}
		problem={taking.problem}
		onfile={(file) => taking.read(file)}
		ontext={(text) => taking.readText(text)}
	/>
	{#if taking.taken !== null}
		<p class="pt-2 text-lichen-ink" role="status">
			{counted(taking.taken, 'override')} changed. {keyed('Ctrl Z')}
			takes {taking.taken === 1 ? 'it' : 'them'} back.
			<a class="link" href="/class/{here.id}/report?term={shown.term_id}">See the report</a>
		</p>
	{/if}
{/if}
