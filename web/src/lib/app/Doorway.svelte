<script lang="ts">
	/** A page before anybody is signed in: the sign of Hoarfrost, what it is for, and a form. */
	import type { Snippet } from 'svelte';
	import Crystal from '$lib/app/Crystal.svelte';

	let { title, wide = false, children }: { title: string; wide?: boolean; children: Snippet } = $props();
</script>

<svelte:head><title>{title} · Hoarfrost</title></svelte:head>

<main class={['mx-auto w-full px-6 pb-12 max-md:pt-10', wide ? 'max-w-180 pt-12' : 'max-w-100 pt-[14vh]']}>
	<p class="mb-6 flex items-center gap-2 font-name text-head font-semibold">
		<Crystal barbed size={22} />Hoarfrost
	</p>
	<h1 class="mb-4 text-title leading-7">{title}</h1>
	{@render children()}
</main>
