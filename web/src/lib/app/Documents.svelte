<script lang="ts">
	/** The documents that one asked for, and how far each is. One can leave and come back to them. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import Progress from '$lib/ui/progress/Progress.svelte';
	import { longDay } from '$lib/words/days';

	let { most = 6 }: { most?: number } = $props();
	const SOON = 700;
	const found = createQuery(() => ({
		...fetched.documents(),
		refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? SOON : false)
	}));

	function isUnderWay(each: Shapes['DocumentOut']): boolean {
		return each.state === 'waiting' || each.state === 'being made';
	}

	function size(bytes: number): string {
		return bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
	}
</script>

{#if found.data?.length}
	<ul class="border-t border-hair" aria-label="Documents">
		{#each found.data.slice(0, most) as each (each.id)}
			<li class="flex flex-wrap justify-between gap-x-4 gap-y-0.5 border-b border-hair py-1.25">
				{#if each.state === 'done'}
					<a class="link first:wrap-anywhere" href="/api/v1/documents/{each.id}/file" download>{each.name}</a>
					<span class="text-slate first:wrap-anywhere">{longDay(each.at)}, {size(each.size)}</span>
				{:else}
					<span class="text-slate first:wrap-anywhere">{each.name}</span>
					{#if each.state === 'failed'}<span class="problem text-slate first:wrap-anywhere" role="alert"
							>{each.problem}</span
						>
					{:else}<span class="inline-flex items-center gap-2 text-slate first:wrap-anywhere"
							><Progress label="How far {each.name} is" done={each.done} total={each.total} />
							{each.state === 'waiting' ? 'waiting' : `${each.done} of ${each.total}`}</span
						>{/if}
				{/if}
			</li>
		{/each}
	</ul>
{/if}
