<script lang="ts">
	/** The working of a student's grade, over the page. */
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import Working from './Working.svelte';

	let { term, student = $bindable() }: { term: number; student: { id: number; name: string } | null } =
		$props();
	const here = thisClass();
	const how = createQuery(() => fetched.working(here.id, student?.id, term));
	const headline = $derived(
		how.data ? [how.data.percent && `${how.data.percent} %`, how.data.mark].filter(Boolean).join(', ') : ''
	);
</script>

<Dialog
	wide
	title="{student?.name ?? ''}{headline ? `: ${headline}` : ''}"
	bind:open={() => student !== null, (open) => !open && (student = null)}
>
	{#if how.isPending}<p role="status">Working it out…</p>
	{:else if how.isError && !how.data}<p class="problem" role="alert">{words(how.error)}</p>
	{:else if how.data}<Working how={how.data} />{/if}
</Dialog>
