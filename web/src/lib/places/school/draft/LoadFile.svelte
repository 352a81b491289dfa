<script lang="ts">
	/** A file or a pasted list of people becomes a draft: nothing is changed by loading it. */
	import { goto } from '$app/navigation';
	import { words } from '$lib/api/client';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import { thisKeeping } from '../keeping';

	let { year }: { year: number | null } = $props();
	const keeping = thisKeeping();
	let text = $state('');
	let problem = $state('');
	let isReading = $state(false);

	async function load(begun: Promise<unknown>): Promise<void> {
		isReading = true;
		problem = '';
		try {
			await begun;
			await goto('/school/draft');
		} catch (error) {
			problem = words(error);
		} finally {
			isReading = false;
		}
	}
</script>

<h2 class="mb-2">People and rosters from a file</h2>
{#if year === null}
	<p class="text-slate">
		There is no school year yet. Make it in <a class="link" href="/school/year">Year</a>; rosters belong to
		one.
	</p>
{:else}
	<p class="mb-3 text-slate">
		A list of students in any order of columns, with classes and guardians if you have them; or a OneRoster
		zip. You see every change first, and choose.
	</p>
	<FileChoose
		label="Choose a file"
		hint="CSV, a workbook (.xlsx) or a OneRoster zip"
		accept=".csv,.txt,.tsv,.xlsx,.xlsm,.zip"
		onchoose={(file) => load(keeping.loadFile(year!, file))}
	/>
	<label class="mt-4 block"
		><span class="label">Or paste a table, or type one</span><textarea
			class="field h-40 px-2 py-1.5"
			placeholder="Number	Family name	Given name	Class
8207	Grünwald	Anselm	Geography 8 B"
			bind:value={text}></textarea></label
	>
	<p class="mt-2">
		<button
			class="btn"
			disabled={!text.trim() || isReading}
			onclick={() => load(keeping.loadPasted(year!, text))}>Look at what it would change</button
		>
	</p>
	{#if isReading}<p class="mt-2 text-slate" role="status">Reading it…</p>{/if}
	<p class="problem mt-2" role="alert">{problem}</p>
{/if}
