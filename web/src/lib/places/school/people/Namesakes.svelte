<script lang="ts">
	/** Others of the same name: told apart, or made one where they are. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';

	let {
		namesakes,
		onmerge,
		onopen
	}: {
		namesakes: Shapes['PersonLink'][];
		onmerge: (other: number) => Promise<unknown>;
		onopen: (id: number) => unknown;
	} = $props();
	let asked = $state<Shapes['PersonLink'] | null>(null);

	async function merge(): Promise<void> {
		const other = asked!;
		asked = null;
		await notice.tried(onmerge(other.id), `The two are one now.`);
	}
</script>

{#if namesakes.length}
	<ul class="mb-3 border-y border-amber bg-amber-2 px-3 py-1.5">
		{#each namesakes as each (each.id)}
			<li class="flex flex-wrap items-center gap-x-3 py-0.5">
				<span class="text-amber-ink">Somebody else has this name{each.words ? `: ${each.words}` : ''}.</span>
				<button class="link" onclick={() => onopen(each.id)}>Look</button>
				<button class="link" onclick={() => (asked = each)}>The same person</button>
			</li>
		{/each}
	</ul>
{/if}
<Dialog
	title="Are these one person?"
	asks
	bind:open={() => asked !== null, (open) => (asked = open ? asked : null)}
>
	<p>
		Everything of the other ({asked?.words || asked?.name}) becomes this one's: classes, scores, grades,
		guardians. This cannot be taken back.
	</p>
	<p class="mt-4 flex gap-2">
		<button class="btn" onclick={merge}>Make them one</button>
		<button class="btn quiet" onclick={() => (asked = null)}>They are two</button>
	</p>
</Dialog>
