<script lang="ts">
	/** What stands around a part of the page in a test: where it asks for what it shows, and the class that it is in. */
	import type { Component } from 'svelte';
	import { QueryClient, QueryClientProvider } from '@tanstack/svelte-query';
	import { Changing } from '$lib/app/changing';
	import { Editing } from '$lib/class/planning/editing';
	import { provideClass } from '$lib/class/thisClass';

	interface Props {
		// eslint-disable-next-line @typescript-eslint/no-explicit-any
		part: Component<any>;
		given: Record<string, unknown>;
		/** What changes the plan, where a test does not serve it. */
		editing?: Editing;
	}
	let { part: Part, given, editing }: Props = $props();
	const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
	const changing = new Changing(client, 'class 1');
	// svelte-ignore state_referenced_locally
	provideClass({ id: 1, changing, editing: editing ?? new Editing(1, changing) });
</script>

<QueryClientProvider {client}><Part {...given} /></QueryClientProvider>
