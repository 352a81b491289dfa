<script lang="ts">
	/** What was put aside to be compared, each a row on the line: named, taken up, or forgotten. */
	import { notice } from '$lib/app/notice.svelte';
	import InPlace from '$lib/ui/InPlace.svelte';
	import type { Asides } from './aside.svelte';
	import type { Curving } from './curving.svelte';

	let { aside, curving }: { aside: Asides; curving: Curving } = $props();
</script>

<section
	aria-label="Put aside"
	class="flex flex-wrap items-center gap-x-5 gap-y-1 border-t border-hair py-1.5"
>
	<h3 class="font-text text-body font-semibold">Put aside</h3>
	{#each aside.all as each (each.name)}
		<span class="flex items-center gap-2.5">
			<span class="w-24"
				><InPlace
					label="Name of {each.name}"
					value={each.name}
					save={(name) => Promise.resolve(aside.rename(each, name))}
				/></span
			>
			<button
				class="link"
				onclick={() =>
					notice.tried(curving.take(each), `${each.name} is in the draft. Apply it, or throw it away.`)}
				>take it<span class="sr-only">: {each.name}</span></button
			>
			<button class="link" onclick={() => aside.forget(each)}
				>forget<span class="sr-only"> {each.name}</span></button
			>
		</span>
	{/each}
</section>
