<script lang="ts">
	/** A table of names, for its test. */
	import DataTable from './DataTable.svelte';

	let { names, more }: { names: string[]; more?: () => unknown } = $props();
</script>

<DataTable
	label="Names"
	heads={['Name', '.Acts']}
	rows={names}
	empty="Nobody yet."
	rest={more && { count: 3000, hasMore: true, isComing: false, more }}
>
	{#snippet row(name)}
		<tr><th scope="row"><a data-open href="#{name}">{name}</a></th><td></td></tr>
	{/snippet}
</DataTable>
