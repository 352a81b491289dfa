<script lang="ts">
	/** How the mark in a class comes about, in words for a family. It is asked for once the class is looked at. */
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import * as fetched from '$lib/api/queries';
	import Working from '$lib/class/working/Working.svelte';
	import { t } from '$lib/words/language';

	let { of }: { of: fetched.SeenClass } = $props();
	const how = createQuery(() => fetched.workingSeen(of));
</script>

{#if how.data}<Working how={how.data} />
{:else if how.isError}<p class="problem" role="alert">{words(how.error)}</p>
{:else}<p class="text-slate" role="status">{$t('moment')}</p>{/if}
