<script lang="ts">
	/** A file or a pasted list of people becomes a draft: nothing is changed by loading it. */
	import { goto } from '$app/navigation';
	import { words } from '$lib/api/client';
	import TableChoose from '$lib/app/table/TableChoose.svelte';
	import { thisKeeping } from '../keeping';

	let { year }: { year: number | null } = $props();
	const keeping = thisKeeping();
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
	<TableChoose
		hint="CSV, XLSX, XLS, ODS or a OneRoster zip"
		accept=".csv,.txt,.tsv,.xlsx,.xlsm,.xls,.ods,.zip"
		example="Number	Family name	Given name	Class
8207	Grünwald	Anselm	Geography 8 B"
		{isReading}
		{problem}
		onfile={(file) => load(keeping.loadFile(year!, file))}
		ontext={(text) => load(keeping.loadPasted(year!, text))}
	/>
{/if}
