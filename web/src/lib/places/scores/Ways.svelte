<script lang="ts">
	/** The two ways to look at a class's scores: by piece of work, or by what was learnt. */
	import { thisClass } from '$lib/class/thisClass';

	let { at, term }: { at: 'piece' | 'standard'; term: number } = $props();
	const here = thisClass();
	const ways = $derived([
		['piece', 'by piece', `/class/${here.id}/scores?term=${term}`],
		['standard', 'by standard', `/class/${here.id}/scores/standard?term=${term}`]
	] as const);
</script>

<nav class="flex gap-3" aria-label="Ways to look at scores">
	{#each ways as [way, words, href] (way)}
		<a
			{href}
			class="flex min-h-6 items-center border-b-2 border-transparent text-slate no-underline aria-[current=page]:border-juniper aria-[current=page]:font-semibold aria-[current=page]:text-ink"
			aria-current={at === way ? 'page' : undefined}>{words}</a
		>
	{/each}
</nav>
