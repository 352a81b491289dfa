<script lang="ts">
	/** What could not be fetched: why, a way to try again, and one to somewhere else. */
	import { Refusal, words } from '$lib/api/client';
	import { t } from '$lib/words/language';
	import { signed } from './session.svelte';

	let { error, retry }: { error: unknown; retry: () => unknown } = $props();
	/** What is not there, or not theirs, will not be there the next time either. */
	const isGone = $derived(error instanceof Refusal && [403, 404].includes(error.status));
</script>

<p class="problem" role="alert">{words(error)}</p>
<p class="mt-3 flex gap-3">
	{#if !isGone}<button class="btn" onclick={() => retry()}>{$t('again')}</button>{/if}
	<a class={['btn', !isGone && 'quiet']} href={signed.home}>{$t('first_page')}</a>
</p>
