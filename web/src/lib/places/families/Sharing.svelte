<script lang="ts">
	/** The class by aliases at a public address: who could be recognised, how it looks, and the address itself. */
	import { createQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import AddressOnce from '$lib/app/AddressOnce.svelte';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import AliasTable from '$lib/class/family/AliasTable.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import { longDay } from '$lib/words/days';
	import { share, stopSharing } from './sharing';

	const here = thisClass();
	const found = createQuery(() => fetched.sharing(here.id));
	let address = $state('');

	function make(): Promise<void> {
		return notice.tried(
			share(here).then((made) => {
				address = made;
			})
		);
	}

	function stop(): Promise<void> {
		address = '';
		return notice.tried(stopSharing(here), 'The address shows nothing any more.');
	}
</script>

{#if found.isPending}
	<p class="text-slate" role="status">Fetching the sheet…</p>
{:else if !found.data}
	<Failed error={found.error} retry={found.refetch} />
{:else}
	{@const data = found.data}
	<p class="mb-2">
		Whoever has the address sees the scores that families see, each student under an alias; no names, no
		grades and nothing that you wrote.
	</p>
	{#each data.warnings as words (words)}<p class="mb-2 text-amber-ink">{words}</p>{/each}
	{#if data.recognisable.length}
		<p class="text-amber-ink">Who knows the class could recognise, in spite of the alias:</p>
		<ul class="mb-2">
			{#each data.recognisable as each (each.student_id)}
				<li class="py-0.5">
					<span class="font-semibold">{each.name}</span>
					<span class="num text-slate">{each.alias}</span>: {each.reasons.join(', ')}
				</li>
			{/each}
		</ul>
	{/if}
	<p class="my-3 flex flex-wrap items-center gap-3">
		<button class="btn small" onclick={make}
			>{data.shared_since ? 'Make the address anew' : 'Make a public address'}</button
		>
		{#if data.shared_since}
			<button class="btn quiet small" onclick={stop}>Stop it</button>
			<span class="text-slate">shared since {longDay(data.shared_since)} by {data.shared_by}</span>
		{/if}
	</p>
	{#if address}
		<AddressOnce
			{address}
			id="alias-sheet"
			label="To pass on. It is shown this once; one made anew takes its place."
		/>
	{/if}
	<h3 class="mt-4 mb-1 text-large">As it is seen now</h3>
	<AliasTable sheet={data.sheet} />
{/if}
