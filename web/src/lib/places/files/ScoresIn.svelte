<script lang="ts">
	/** Scores from a table: a file or what was copied from a spreadsheet; then a look at every change, and only then are they taken. */
	import TableChoose from '$lib/app/table/TableChoose.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import { keyed } from '$lib/words/keys';
	import { counted } from '$lib/words/plurals';
	import ScoreDraft from './ScoreDraft.svelte';
	import { ScoreTaking } from './scoresIn.svelte';

	let { term }: { term: number | undefined } = $props();
	const taking = new ScoreTaking(thisClass(), () => term);
</script>

<h2>Scores from a table</h2>
{#if taking.table && taking.found}
	<ScoreDraft name={taking.table.name} found={taking.found} {taking} />
{:else}
	<p class="max-w-160 pb-3">
		From any spreadsheet: one line names the columns, each line below is about a student, by number, name,
		e-mail or alias. Nothing is changed before you have seen it.
	</p>
	<TableChoose
		hint="CSV, XLSX, XLS, ODS, or a gradebook file"
		accept=".csv,.txt,.tsv,.xlsx,.xlsm,.xls,.ods,.json"
		isReading={taking.isBusy}
		problem={taking.problem}
		onfile={(file) => taking.read(file)}
		ontext={(text) => taking.readText(text)}
	/>
	{#if taking.taken}
		{@const { cells, works, left } = taking.taken}
		<p class="pt-2 text-lichen-ink" role="status">
			{counted(cells, 'score')} entered{works ? `, ${counted(works, 'piece')} of work added` : ''}. {keyed(
				'Ctrl Z'
			)} takes all of it back.
		</p>
		{#if left.length}
			<ul class="max-w-160 border-l-3 border-rowan bg-rowan-2 px-2.5 py-1.5" aria-label="What was not taken">
				{#each left as each, index (index)}<li>{each}</li>{/each}
			</ul>
		{/if}
	{/if}
{/if}
