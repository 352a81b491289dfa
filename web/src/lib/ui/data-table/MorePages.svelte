<script lang="ts">
	/** The way on in a list that is fetched a page at a time; nothing where its end is shown. */
	interface Paged {
		hasNextPage: boolean;
		isFetchingNextPage: boolean;
		fetchNextPage: () => Promise<unknown>;
	}
	let { query, words = 'Show more' }: { query: Paged; words?: string } = $props();
</script>

{#if query.hasNextPage}
	<p class="pt-2">
		<button class="btn quiet small" disabled={query.isFetchingNextPage} onclick={() => query.fetchNextPage()}
			>{words}</button
		>
	</p>
{/if}
