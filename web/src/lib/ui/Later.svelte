<script lang="ts" generics="Part">
	/** A part of the page whose code comes once it is wanted, or before that as soon as the page has nothing else to do. */
	import { onMount, type Snippet } from 'svelte';
	import { words } from '$lib/api/client';
	import { t } from '$lib/words/language';
	import { whenIdle } from './idle';

	let {
		part,
		when,
		children
	}: {
		/** Fetches it. */
		part: () => Promise<{ default: Part }>;
		/** Whether it is wanted by now, where it opens over the page; else it is as soon as it stands there. */
		when?: boolean;
		children: Snippet<[Part]>;
	} = $props();

	let found = $state.raw<Part>();
	let problem = $state('');
	const isWanted = $derived(when ?? true);

	async function fetch(): Promise<void> {
		problem = '';
		try {
			found ??= (await part()).default;
		} catch (error) {
			problem = words(error);
		}
	}

	$effect(() => {
		if (isWanted) void fetch();
	});

	onMount(() => whenIdle(() => void fetch()));
</script>

{#if found}{@render children(found)}
{:else if isWanted && problem}
	<p class="problem p-2" role="alert">
		{problem} <button class="link min-h-6" onclick={fetch}>{$t('again')}</button>
	</p>
{:else if when === undefined}<p class="text-slate" role="status">{$t('moment')}</p>{/if}
