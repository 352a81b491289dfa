<script lang="ts">
	/** How much Hoarfrost noticed that a person should look at; pressed, it says what. */
	import { thisClass } from './thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Later from '$lib/ui/Later.svelte';
	import { counted } from '$lib/words/plurals';

	let { term }: { term: number } = $props();
	const here = thisClass();
	let open = $state(false);
	const checks = createQuery(() => fetched.checks(here.id, term));
	const count = $derived(checks.data?.length ?? 0);
</script>

{#if count}
	<button
		class="checks-opener screen-only mt-1.25 ml-3 flex h-7.5 flex-none items-center gap-2 rounded bg-amber-2 px-3 font-semibold text-amber-ink"
		aria-haspopup="dialog"
		aria-expanded={open}
		onclick={() => (open = true)}
	>
		<i class="diamond"></i>{counted(count, 'check')}
	</button>
	<Later part={() => import('./ChecksSheet.svelte')} when={open}>
		{#snippet children(ChecksSheet)}<ChecksSheet {term} checks={checks.data ?? []} bind:open />{/snippet}
	</Later>
{/if}
