<script lang="ts">
	/** The outbox: what was written in the name of the school, where mail goes nowhere else. */
	import * as fetched from '$lib/api/queries';
	import { createInfiniteQuery } from '@tanstack/svelte-query';
	import Failed from '$lib/app/Failed.svelte';
	import { longDay } from '$lib/words/days';
	import MorePages from '$lib/ui/data-table/MorePages.svelte';
	import { thisKeeping } from '../keeping';

	const school = thisKeeping().school_id;
	const found = createInfiniteQuery(() => fetched.outbox(school));
	const mail = $derived(found.data?.pages.flatMap((each) => each.mail) ?? []);
	const linked = (text: string) => text.split(/(https?:\/\/\S+)/);
</script>

<main class="px-6 pt-4 pb-12 max-md:px-4">
	<h2>Outbox</h2>
	{#if found.isPending}<p class="text-slate" role="status">Opening the outbox…</p>
	{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
	{:else}
		<p class="mb-3 max-w-160 text-slate">
			{found.data.pages[0]?.is_used
				? 'This installation has no mail server: what it writes stays here, to be read or passed on.'
				: 'Mail goes out through the mail server; what was written before stands here.'}
		</p>
		<ul class="max-w-200">
			{#each mail as each (each.id)}
				<li class="border-b border-hair py-2">
					<details>
						<summary class="flex cursor-pointer flex-wrap gap-x-4"
							><b class="font-semibold">{each.to}</b><span>{each.subject}</span><span
								class="ml-auto text-slate">{longDay(each.at)}</span
							></summary
						>
						<p class="mt-2 pl-4 leading-5 whitespace-pre-wrap">
							{#each linked(each.text) as part, place (place)}{#if place % 2}<a class="link" href={part}
										>{part}</a
									>{:else}{part}{/if}{/each}
						</p>
					</details>
				</li>
			{:else}<li class="text-slate">Nothing was written yet. Invitations appear here.</li>{/each}
		</ul>
		<MorePages query={found} />
	{/if}
</main>
