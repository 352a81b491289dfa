<script lang="ts">
	/** Posting, as it stands in a school. */
	import { QueryClient, QueryClientProvider } from '@tanstack/svelte-query';
	import { Changing } from '$lib/app/changing';
	import { Keeping, provideKeeping } from '../keeping';
	import { provideSetting, Setting, type SchoolTerm, type SchoolYear } from '../setting';
	import Posting from './Posting.svelte';

	// Of the year so much as is looked at here.
	let { year, term }: { year: Pick<SchoolYear, 'year_id' | 'teachers'>; term: SchoolTerm } = $props();
	const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
	const changing = new Changing(client, 'school 1');
	provideKeeping(new Keeping(1, changing));
	provideSetting(new Setting(1, changing));
</script>

<QueryClientProvider {client}><Posting year={year as SchoolYear} {term} /></QueryClientProvider>
