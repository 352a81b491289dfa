<script lang="ts">
	/** One's classes: in which order they stand in the bar, and what one calls them; nobody else sees it. */
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import { account } from '$lib/app/account';
	import { Changing } from '$lib/app/changing';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { signed } from '$lib/app/session.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import Kept from '$lib/ui/form/Kept.svelte';
	import MakeClass from './MakeClass.svelte';

	const queries = useQueryClient();
	const key = fetched.ownClasses().queryKey;
	/** The bar, Today and the classes' heads go by it. */
	const changing = new Changing(queries, 'own classes', [
		{ queryKey: key },
		fetched.inToday,
		fetched.inClasses
	]);
	const found = createQuery(() => fetched.ownClasses());
	const classes = $derived(found.data ?? []);

	async function keep(arranged: Shapes['OwnClassOut'][]): Promise<void> {
		const given = arranged.map(({ id, own_name, shows_percent }) => ({ id, own_name, shows_percent }));
		// Shown at once: what is changed before the answer comes is changed from this.
		queries.setQueryData(key, arranged);
		await changing.make(() => account.arrangeClasses(given));
		await signed.load();
	}

	function change(id: number, more: Partial<Shapes['OwnClassOut']>): Promise<void> {
		return keep(classes.map((each) => (each.id === id ? { ...each, ...more } : each)));
	}

	async function move(place: number, by: number): Promise<void> {
		const arranged = [...classes];
		const [moved] = arranged.splice(place, 1);
		arranged.splice(place + by, 0, moved!);
		await notice.tried(keep(arranged));
		// The focus goes along with what was moved.
		document.querySelector<HTMLElement>(`[data-class='${moved!.id}'] input`)?.focus();
	}
</script>

{#if found.isPending}<p class="text-slate" role="status">Looking…</p>
{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
{:else}
	<ol class="max-w-160">
		{#each classes as each, place (each.id)}
			<li class="flex flex-wrap items-end gap-x-4 gap-y-1 border-b border-hair py-1.5" data-class={each.id}>
				<div class="min-w-60 flex-1">
					<Kept label={each.name} value={each.own_name} keep={(own_name) => change(each.id, { own_name })} />
				</div>
				<Check
					class="pb-1"
					checked={each.shows_percent}
					onchange={(shows_percent) => notice.tried(change(each.id, { shows_percent }))}
					>percents in the grid<span class="sr-only"> of {each.name}</span></Check
				>
				<span class="flex gap-3 pb-1.5">
					{#if signed.current?.makes_classes}<a class="link" href="/class/{each.id}/roster"
							>Roster<span class="sr-only"> of {each.name}</span></a
						>{/if}
					<button class="link" disabled={place === 0} onclick={() => move(place, -1)}
						>Up<span class="sr-only">, {each.name}</span></button
					>
					<button class="link" disabled={place === classes.length - 1} onclick={() => move(place, 1)}
						>Down<span class="sr-only">, {each.name}</span></button
					>
				</span>
			</li>
		{/each}
	</ol>
	{#if signed.current?.makes_classes}<MakeClass />{/if}
{/if}
