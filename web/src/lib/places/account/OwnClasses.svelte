<script lang="ts">
	/** One's classes: in which order they stand in the bar, and what one calls them; nobody else sees it. */
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import { account } from '$lib/app/account';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { signed } from '$lib/app/session.svelte';
	import MakeClass from './MakeClass.svelte';

	const queries = useQueryClient();
	const found = createQuery(() => fetched.ownClasses());
	const classes = $derived(found.data ?? []);

	async function keep(arranged: readonly Shapes['OwnClassOut'][]): Promise<void> {
		const given = arranged.map(({ id, own_name }) => ({ id, own_name }));
		await notice.tried(
			account.arrangeClasses(given).then(async (now) => {
				queries.setQueryData(fetched.ownClasses().queryKey, now);
				// The bar, Today and the classes' heads go by it.
				await Promise.all([signed.load(), queries.invalidateQueries(fetched.inToday)]);
				await queries.invalidateQueries(fetched.inClasses);
			})
		);
	}

	function call(id: number, own_name: string): Promise<void> {
		return keep(classes.map((each) => (each.id === id ? { ...each, own_name } : each)));
	}

	async function move(place: number, by: number): Promise<void> {
		const arranged = [...classes];
		const [moved] = arranged.splice(place, 1);
		arranged.splice(place + by, 0, moved!);
		await keep(arranged);
		// The focus goes along with what was moved.
		document.querySelector<HTMLElement>(`#own-class-${moved!.id}`)?.focus();
	}
</script>

{#if found.isPending}<p class="text-slate" role="status">Looking…</p>
{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
{:else}
	<ol class="max-w-160">
		{#each classes as each, place (each.id)}
			<li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hair py-1.5">
				<span class="w-40">{each.name}</span>
				<input
					id="own-class-{each.id}"
					class="field max-w-60 flex-1"
					aria-label="What you call {each.name}"
					placeholder={each.name}
					maxlength="80"
					value={each.own_name}
					onchange={(event) => call(each.id, event.currentTarget.value)}
				/>
				<span class="flex gap-3">
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
