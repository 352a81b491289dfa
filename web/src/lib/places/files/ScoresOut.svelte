<script lang="ts">
	/** Scores as a table to work on anywhere: who is named how, of which term, and a look at it. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Failed from '$lib/app/Failed.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Check from '$lib/ui/check/Check.svelte';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import { counted } from '$lib/words/plurals';
	import Preview from './Preview.svelte';

	let { term }: { term: number | undefined } = $props();
	const here = thisClass();
	let naming = $state<fetched.Naming>('number');
	let hasComments = $state(false);
	let isWhole = $state(false);

	const frame = createQuery(() => fetched.frame(here.id, term, false));
	const of = $derived(isWhole ? undefined : frame.data?.term_id);
	const found = createQuery(() => ({
		...fetched.scoreTable(here.id, { term: of, naming, comments: hasComments }),
		enabled: frame.data !== undefined,
		placeholderData: (before) => before
	}));
	const query = $derived(
		new URLSearchParams({ ...(of ? { term: String(of) } : {}), naming, comments: String(hasComments) })
	);
	const address = (ending: string) => `/api/v1/classes/${here.id}/scores.${ending}?${query}`;
</script>

<h2>Scores as a table</h2>
<p class="max-w-160 pb-2">
	A line for each student, and above the scores what the work is. Worked on anywhere, it comes back under
	<a class="link" href="?what=scores-in{term ? `&term=${term}` : ''}">Scores from a table</a>, which says what
	has changed.
</p>
<div class="flex flex-wrap items-center gap-x-6 gap-y-2 py-1">
	<Segmented
		label="Students by"
		value={naming}
		onchange={(way) => (naming = way)}
		choices={[
			['number', 'number and name'],
			['name', 'name'],
			['alias', 'alias'],
			['none', 'not at all']
		]}
	/>
	<Check bind:checked={hasComments}>comments beside</Check>
	<Check bind:checked={isWhole}>all terms</Check>
	<span class="flex gap-3">
		<a class="btn small" href={address('xlsx')} download>Save as a workbook</a>
		<a class="btn quiet small" href={address('csv')} download>Save as CSV</a>
	</span>
</div>
{#if naming === 'none'}<p class="text-amber-ink">Without names or numbers it cannot be brought back.</p>{/if}
{#if found.data}
	<Preview rows={found.data.rows} heads={1} label="What the file holds" />
	<p class="pt-1 text-small text-slate">{counted(found.data.rows.length, 'line')}</p>
{:else if found.isError}<Failed error={found.error} retry={found.refetch} />
{:else}<p class="text-slate" role="status">Putting the table together…</p>{/if}
