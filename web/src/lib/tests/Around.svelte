<script lang="ts">
	/** What stands around a part of the page in a test: where it asks for what it shows. */
	import type { Component } from 'svelte';
	import { QueryClient, QueryClientProvider } from '@tanstack/svelte-query';

	// eslint-disable-next-line @typescript-eslint/no-explicit-any
	let { part: Part, given }: { part: Component<any>; given: Record<string, unknown> } = $props();
	const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
</script>

<QueryClientProvider {client}><Part {...given} /></QueryClientProvider>
