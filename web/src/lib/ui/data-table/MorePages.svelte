<script lang="ts" module>
	/** A list that is fetched a page at a time, as the data layer gives it. */
	export interface Paged {
		hasNextPage: boolean;
		isFetchingNextPage: boolean;
		fetchNextPage: () => Promise<unknown>;
	}
</script>

<script lang="ts">
	/** The way on in such a list; nothing where its end is shown. */
	let { query, words = 'Show more' }: { query: Paged; words?: string } = $props();
</script>

{#if query.hasNextPage}
	<p class="pt-2">
		<button class="btn quiet small" disabled={query.isFetchingNextPage} onclick={() => query.fetchNextPage()}
			>{query.isFetchingNextPage ? 'Fetching…' : words}</button
		>
	</p>
{/if}
