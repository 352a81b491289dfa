<script lang="ts">
	/** Who changed what of the plan and when, and the way back to any of its states. */
	import { counted } from '$lib/words/plurals';
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createInfiniteQuery, createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import { consequence } from '$lib/class/consequence/consequence.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import MorePages from '$lib/ui/data-table/MorePages.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';

	let { term, open = $bindable(false) }: { term: number; open: boolean } = $props();
	const here = thisClass();
	const found = createInfiniteQuery(() => ({ ...fetched.planHistory(here.id), enabled: open }));
	const events = $derived(found.data?.pages.flatMap((each) => each.events) ?? []);

	const deleted = createQuery(() => ({ ...fetched.deletedWork(here.id), enabled: open }));

	function bringBack(assignment: number, name: string): Promise<void> {
		// What is asked stands in a dialog of its own.
		open = false;
		return consequence.ask({
			classId: here.id,
			term,
			title: `Bring ${name} back`,
			broughtBack: [assignment],
			verb: 'Bring it back',
			act: () => notice.tried(here.editing.bringBack(assignment), `${name} is back, with its scores.`)
		});
	}

	async function back(event: number, at: string): Promise<void> {
		try {
			const stays = await here.editing.returnTo(event);
			notice.say(`The plan is as it was on ${at}; what moves grades waits in the draft. ${stays.join(' ')}`);
			open = false;
		} catch (error) {
			notice.problem(words(error));
		}
	}

	function when(at: string): string {
		return `${longDay(at)}, ${at.slice(11, 16)}`;
	}
</script>

<Dialog wide title="History of the plan" bind:open>
	{#if deleted.data?.length}
		<h3 class="mt-3 mb-1 text-body font-semibold">Deleted in the last 30 days</h3>
		<ul>
			{#each deleted.data as each (each.id)}
				<li
					class="grid grid-cols-[130px_minmax(0,1fr)_auto] gap-4 border-b border-hair py-1.25 max-sm:grid-cols-[minmax(0,1fr)_auto]"
				>
					<span class="text-slate max-sm:col-span-full">{when(each.deleted_at)}</span>
					<span>{each.name}, {counted(each.scores, 'score')}</span>
					<button class="link" onclick={() => bringBack(each.id, each.name)}
						>bring back<span class="sr-only"> {each.name}</span></button
					>
				</li>
			{/each}
		</ul>
		<h3 class="mt-3 mb-1 text-body font-semibold">Changes</h3>
	{/if}
	{#if events.length}
		<ul>
			{#each events as each, index (each.id)}
				<li
					class="grid grid-cols-[130px_minmax(0,1fr)_auto] gap-4 border-b border-hair py-1.25 max-sm:grid-cols-[minmax(0,1fr)_auto]"
				>
					<span class="text-slate max-sm:col-span-full">{when(each.at)}</span>
					<span>{each.who} {each.words}</span>
					{#if index === 0}<span class="text-slate">as it is now</span>
					{:else}<button class="link" onclick={() => back(each.id, when(each.at))}
							>return to this<span class="sr-only">: {each.words}, {when(each.at)}</span></button
						>{/if}
				</li>
			{/each}
		</ul>
		<MorePages query={found} words="Show earlier changes" />
	{:else if found.isPending}<p class="text-slate">Looking…</p>
	{:else}<p class="text-slate">
			Nothing was changed yet. Every change of the plan is written down here.
		</p>{/if}
</Dialog>
