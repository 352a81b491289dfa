<script lang="ts">
	/** A link of a mail was followed: what it is for is done at once, without signing in, and said. */
	import { onMount } from 'svelte';
	import { words } from '$lib/api/client';
	import { notices } from '$lib/app/notices';
	import { signed } from '$lib/app/session.svelte';

	let { kind, token }: { kind: 'stop' | 'confirm'; token: string } = $props();
	const DONE = {
		stop: 'No more notices are sent to you. On the page of a child you can choose them again.',
		confirm: 'This address is confirmed: notices go there from now on.'
	};
	const OVER = {
		stop: 'This link stops no notices. Sign in, and choose on the page of a child how often you are written to.',
		confirm:
			'This link is older than a week, or your address is another by now. Ask for another on the page of a child.'
	};
	let done = $state<Promise<unknown>>();

	onMount(() => {
		done = notices[kind](token);
	});
</script>

<svelte:head><title>Notices · Hoarfrost</title></svelte:head>

<main class="mx-auto max-w-140 px-6 pt-16">
	<h1 class="text-title">Notices</h1>
	{#await done}
		<p class="mt-3" role="status">One moment…</p>
	{:then}
		<p class="mt-3 text-large leading-5.75" role="status">{DONE[kind]}</p>
	{:catch error}
		<p class="mt-3 text-large leading-5.75" role="alert">{words(error)} {OVER[kind]}</p>
	{/await}
	<p class="mt-5"><a class="link min-h-6" href={signed.home}>To Hoarfrost</a></p>
</main>
