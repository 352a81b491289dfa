<script lang="ts">
	/** A link of a mail was followed: what it is for is done at once, without signing in, and said. */
	import { onMount } from 'svelte';
	import { words } from '$lib/api/client';
	import { notices } from '$lib/app/notices';
	import { signed } from '$lib/app/session.svelte';
	import { t } from '$lib/words/door';
	import { t as everywhere } from '$lib/words/language';

	let { kind, token }: { kind: 'stop' | 'confirm'; token: string } = $props();
	let done = $state<Promise<unknown>>();

	onMount(() => {
		done = notices[kind](token);
	});
</script>

<svelte:head><title>{$t('notices.title')} · Hoarfrost</title></svelte:head>

<main class="mx-auto max-w-140 px-6 pt-16">
	<h1 class="text-title">{$t('notices.title')}</h1>
	{#await done}
		<p class="mt-3" role="status">{$everywhere('moment')}</p>
	{:then}
		<p class="mt-3 text-large leading-5.75" role="status">{$t(`notices.${kind}_done`)}</p>
	{:catch error}
		<p class="mt-3 text-large leading-5.75" role="alert">{words(error)} {$t(`notices.${kind}_over`)}</p>
	{/await}
	<p class="mt-5"><a class="link min-h-6" href={signed.home}>{$t('notices.on')}</a></p>
</main>
