<script lang="ts">
	/** Scores from a table: a file or what was copied from a spreadsheet; then a look at every change, and only then are they taken. */
	import { thisClass } from '$lib/class/thisClass';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import { keyed } from '$lib/words/keys';
	import { counted } from '$lib/words/plurals';
	import ScoreDraft from './ScoreDraft.svelte';
	import { ScoreTaking } from './taking.svelte';

	let { term }: { term: number | undefined } = $props();
	const here = thisClass();
	const taking = new ScoreTaking(here, () => term);
	let pasted = $state('');

	function readPasted(): void {
		if (pasted.trim()) void taking.read(new File([pasted], 'What was pasted.txt', { type: 'text/plain' }));
	}
</script>

<h2>Scores from a table</h2>
{#if !taking.table}
	<div class="grid max-w-160 gap-3">
		<p>
			From any spreadsheet: one line names the columns, each line below is about a student, by number, name,
			e-mail or alias. Nothing is changed before you have seen it.
		</p>
		<FileChoose
			label="Choose a file"
			hint="CSV, XLSX, XLS, ODS, or a gradebook file"
			accept=".csv,.txt,.tsv,.xlsx,.xlsm,.xls,.ods,.json"
			onchoose={(file) => taking.read(file)}
		/>
		<label class="label" for="pasted-scores">or paste what you copied from a spreadsheet</label>
		<textarea
			id="pasted-scores"
			class="field h-24 py-1.5 font-mono"
			bind:value={pasted}
			onpaste={() => setTimeout(readPasted)}></textarea>
		<p><button class="btn quiet small" onclick={readPasted}>Read it</button></p>
	</div>
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
{#if taking.isBusy && !taking.found}<p class="pt-2 text-slate" role="status">Reading…</p>{/if}
<p class="problem" role="alert">{taking.problem}</p>
{#if taking.table && !taking.found && !taking.isBusy}
	<p><button class="btn quiet small" onclick={() => taking.forget()}>Choose another file</button></p>
{/if}
{#if taking.table && taking.found}
	<ScoreDraft name={taking.table.name} found={taking.found} {taking} />
{/if}
