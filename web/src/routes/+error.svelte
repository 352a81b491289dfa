<script lang="ts">
	/** No page has this address, or it could not be shown: said in the frame, with a way on. */
	import { page } from '$app/state';
	import { signed } from '$lib/app/session.svelte';
	import { places } from '$lib/app/places';

	const isNowhere = $derived(page.status === 404);
	const ways = $derived(places.all.filter((each) => each.path && each.of === 'teacher' && signed.teaches));
</script>

<svelte:head><title>{isNowhere ? 'Not here' : 'A fault'} · Hoarfrost</title></svelte:head>

<main class="px-6 pt-3 pb-16 max-md:px-4">
	<h1 class="text-title leading-6 font-[650] tracking-[-0.02em]">
		{isNowhere ? 'There is nothing at this address' : 'This page met a fault'}
	</h1>
	<p class="mt-1 max-w-150 text-slate">
		{isNowhere
			? 'It may have been typed otherwise, or what was here has been taken away. What you entered elsewhere is kept.'
			: 'What you entered is kept. Load the page anew; if it comes again, tell the records office what you did last.'}
	</p>
	<p class="mt-4 flex flex-wrap gap-x-5 gap-y-2">
		<a class="btn" href={signed.home}>Go to the first page</a>
		{#each ways.filter((each) => each.path !== signed.home) as each (each.name)}
			<a class="btn quiet" href={each.path}>{each.title}</a>
		{/each}
	</p>
</main>
