<script lang="ts">
	/** Which grades something would change, before it is done. */
	import Changes from './Changes.svelte';
	import { beforeNavigate } from '$app/navigation';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { consequence } from './consequence.svelte';
	import { changed } from './words';

	const asked = $derived(consequence.current);
	// What was asked on one page is not agreed to on another.
	beforeNavigate(() => {
		consequence.current = null;
	});
</script>

<Dialog
	wide
	asks
	title={asked?.title ?? ''}
	bind:open={() => asked !== null, (open) => !open && (consequence.current = null)}
>
	{#if asked}
		{#if asked.would}
			<p>{changed(asked.would)}</p>
			<div class="my-2.5 max-h-[46vh] overflow-auto">
				<Changes
					would={asked.would}
					{...asked.called ? { called: asked.called } : {}}
					now="now"
					then="then"
				/>
			</div>
		{:else}
			<p class="text-amber-ink">
				Without a connection it cannot be said which grades this changes. It is kept here and saved once the
				connection is back; it can be undone.
			</p>
		{/if}
		<p class="mt-3.5 flex gap-3">
			<button class="btn" onclick={() => consequence.agree()}>{asked.verb}</button>
			<button class="btn quiet" onclick={() => (consequence.current = null)}>Leave everything as it is</button
			>
		</p>
	{/if}
</Dialog>
