<script lang="ts">
	/** What is kept of somebody: saved for them, and erased once the years that the school keeps are over. */
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { signed } from '$lib/app/session.svelte';
	import { fullDay } from '$lib/words/days';

	let {
		name,
		file,
		keptUntil,
		erase,
		ongone
	}: {
		name: string;
		/** Where the file of all that is kept is. */
		file: string;
		/** The day from which they may be erased; none while they are at the school. */
		keptUntil: string | null;
		erase: () => Promise<unknown>;
		/** They were erased. */
		ongone: () => unknown;
	} = $props();
	let isAsked = $state(false);
	const isOver = $derived(keptUntil !== null && keptUntil <= (signed.current?.today ?? ''));

	async function go(): Promise<void> {
		isAsked = false;
		await notice.tried(erase().then(ongone), `${name} is erased.`);
	}
</script>

<h3 class="mt-5 mb-1 text-large">Records</h3>
<p class="flex flex-wrap gap-x-4">
	<a class="link" href={file} download>Save all that is kept about them</a>
	{#if isOver}<button class="link" onclick={() => (isAsked = true)}>Erase them</button>{/if}
</p>
{#if keptUntil && !isOver}<p class="mt-1 text-slate">
		They can be erased from {fullDay(keptUntil)}: so long the school keeps its records.
	</p>{/if}

<Dialog title="Erase {name}?" asks bind:open={isAsked}>
	<p class="mb-4 max-w-110">
		Their name, numbers, addresses, account and all that was written about them go, for good. Scores and
		grades stay as of nobody, so that means are what they were. This cannot be taken back.
	</p>
	<p class="flex gap-2">
		<button class="btn" onclick={go}>Erase them for good</button>
		<button class="btn quiet" onclick={() => (isAsked = false)}>Leave them</button>
	</p>
</Dialog>
