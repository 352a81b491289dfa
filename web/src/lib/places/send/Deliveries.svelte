<script lang="ts">
	/** Deliveries, newest first: when, what, how many, and what became of them; one opens into its receipts. */
	import { createInfiniteQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import { thisClass } from '$lib/class/thisClass';
	import MorePages from '$lib/ui/data-table/MorePages.svelte';
	import { dayAndTime } from '$lib/words/days';
	import Receipts from './Receipts.svelte';
	import type { Delivery, Sending } from './sending';

	let { sending }: { sending: Sending } = $props();
	const here = thisClass();
	let isLookingBack = $state(false);
	const earlier = createInfiniteQuery(() => ({
		...fetched.earlierDeliveries(here.id, sending.after),
		enabled: isLookingBack,
		placeholderData: (before) => before
	}));
	const deliveries = $derived.by(() => {
		const oldest = sending.deliveries.at(-1)?.id ?? 0;
		const found = isLookingBack ? (earlier.data?.pages.flatMap((each) => each.deliveries) ?? []) : [];
		// One that was sent meanwhile pushes another one off the newest: for a moment it would stand there twice.
		return [...sending.deliveries, ...found.filter((each) => each.id < oldest)];
	});

	/** Which is open; the newest with something refused, until somebody opens another. */
	let chosen = $state<number | null | undefined>(undefined);
	const open = $derived(
		chosen !== undefined
			? chosen
			: (sending.deliveries.find((each) => each.refused || each.problem)?.id ?? null)
	);

	function parts(each: Delivery): [words: string, looks: string][] {
		const found: [string, string][] = [];
		if (each.accepted) found.push([`${each.accepted} accepted`, 'text-lichen-ink']);
		if (each.refused) found.push([`${each.refused} refused`, 'font-semibold text-rowan']);
		if (each.waiting)
			found.push([each.problem ? `${each.waiting} wait` : `${each.waiting} on the way`, 'text-slate']);
		if (each.left) found.push([`${each.left} left`, 'text-slate']);
		return found;
	}
</script>

<section class="min-w-0 px-6 pt-3 pb-12 max-md:px-4" aria-labelledby="deliveries">
	<div class="flex flex-wrap items-baseline gap-x-4 border-b border-rule pb-1.5">
		<h2 id="deliveries">Deliveries</h2>
		<p class="min-w-0 flex-1 text-small text-slate">
			sending twice does no harm: the register knows each line by its own identifier
		</p>
	</div>
	<ul>
		{#each deliveries as each (each.id)}
			<li>
				<h3 class="font-text font-normal">
					<button
						class="num grid w-full grid-cols-[9rem_4rem_5.5rem_minmax(0,1fr)_1rem] items-center gap-x-2 border-b border-hair py-2 text-left max-md:grid-cols-[minmax(0,1fr)_auto_1rem]"
						aria-expanded={open === each.id}
						onclick={() => (chosen = open === each.id ? null : each.id)}
					>
						<span class="truncate">{dayAndTime(each.at)}</span>
						<span class="text-slate max-md:hidden">{each.what === 'work' ? 'scores' : 'grades'}</span>
						<span class="max-md:hidden">{each.sent} sent</span>
						<span
							>{#each parts(each) as [words, looks], place (words)}{place ? ', ' : ''}<span class={looks}
									>{words}</span
								>{/each}</span
						>
						<span class={['inline-block text-slate', open === each.id && 'rotate-90']} aria-hidden="true"
							>▸</span
						>
					</button>
				</h3>
				{#if open === each.id}<Receipts delivery={each} />{/if}
			</li>
		{:else}<li class="py-3 text-slate">Nothing was sent yet.</li>{/each}
	</ul>
	{#if sending.after !== null}
		{#if isLookingBack}<MorePages query={earlier} words="Show earlier deliveries" />
		{:else}<p class="pt-2">
				<button class="btn quiet small" onclick={() => (isLookingBack = true)}>Show earlier deliveries</button
				>
			</p>{/if}
	{/if}
</section>
