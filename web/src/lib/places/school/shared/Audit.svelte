<script lang="ts">
	/** The audit: who did what, of whom, from where and when; found by words, kind and days, and saved as a table. */
	import { createInfiniteQuery } from '@tanstack/svelte-query';
	import { Debounced } from 'runed';
	import { words } from '$lib/api/client';
	import * as fetched from '$lib/api/queries';
	import DataTable from '$lib/ui/data-table/DataTable.svelte';
	import MorePages from '$lib/ui/data-table/MorePages.svelte';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { longDay } from '$lib/words/days';
	import { thisKeeping } from '../keeping';

	const school = thisKeeping().school_id;
	let typed = $state('');
	let action = $state('');
	let since = $state('');
	let until = $state('');
	const query = new Debounced(() => typed.trim(), 200);
	const wanted = $derived({
		query: query.current,
		...(action ? { action } : {}),
		...(since ? { since } : {}),
		...(until ? { until } : {})
	});
	const found = createInfiniteQuery(() => ({
		...fetched.audit(school, wanted),
		placeholderData: (before) => before
	}));
	const lines = $derived(found.data?.pages.flatMap((each) => each.lines) ?? []);
	const choices = $derived([
		['', 'anything'] as const,
		...(found.data?.pages[0]?.actions.map((each) => [each.action, each.words] as const) ?? [])
	]);
	const file = $derived(`/api/v1/schools/${school}/audit.csv?${new URLSearchParams(wanted)}`);
	const empty = $derived(
		found.isError ? words(found.error) : found.isPending ? 'Opening the audit…' : 'Nothing is found.'
	);
</script>

<h2>Audit</h2>
<p class="mb-3 max-w-160 text-slate">
	What was changed, posted, printed and saved to a file, who was given access or signed in, and, once a day,
	who looked at a class or a student. Nothing in it is ever changed or deleted.
</p>
<div class="flex flex-wrap items-end gap-x-4 gap-y-2 pb-3">
	<label class="w-64 max-md:w-full"
		><span class="label">Name, class or operation</span><input
			class="field"
			type="search"
			bind:value={typed}
		/></label
	>
	<label class="w-56"><span class="label">What was done</span><Select bind:value={action} {choices} /></label>
	<label class="w-36"><span class="label">From</span><DateField bind:value={since} /></label>
	<label class="w-36"><span class="label">Until</span><DateField bind:value={until} /></label>
	<a class="btn quiet small" href={file} download>Save as a table</a>
</div>
<DataTable label="Audit" heads={['When', 'Who', 'Did', 'Of', 'From']} rows={lines} {empty}>
	{#snippet row(each)}
		<tr>
			<td class="num whitespace-nowrap"
				>{longDay(each.at.slice(0, 10))} {each.at.slice(0, 4)}, {each.at.slice(11, 19)}</td
			>
			<th class="font-semibold" scope="row">{each.who || 'nobody signed in'}</th>
			<td>{each.did}<span class="block text-small text-slate">{each.operation}</span></td>
			<td>{each.of}</td>
			<td class="num text-slate">{each.address}</td>
		</tr>
	{/snippet}
</DataTable>
<MorePages query={found} />
