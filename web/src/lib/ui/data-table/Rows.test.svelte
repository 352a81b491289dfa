<script lang="ts">
	/** A table of names, for its test. */
	import DataTable from './DataTable.svelte';

	let {
		names,
		more,
		isComing = false
	}: { names: string[]; more?: () => Promise<void>; isComing?: boolean } = $props();
</script>

<DataTable
	label="Names"
	heads={['Name', '.Acts']}
	rows={names}
	empty="Nobody yet."
	rest={more && {
		count: 3000,
		pages: { hasNextPage: names.length < 2, isFetchingNextPage: isComing, fetchNextPage: more }
	}}
>
	{#snippet row(name)}
		<tr><th scope="row"><a data-open href="#{name}">{name}</a></th><td></td></tr>
	{/snippet}
</DataTable>
