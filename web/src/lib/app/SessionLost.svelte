<script lang="ts">
	/** The session ended, or somebody else has signed in in this browser: the page stays as it is, unseen, and asks who goes on. */
	import { useQueryClient } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { fetchAnew } from '$lib/api/queries';
	import { saving } from '$lib/app/saving/saving.svelte';
	import { t } from '$lib/words/door';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import EnteringFields from './EnteringFields.svelte';
	import { Entering } from './entering.svelte';
	import { signed } from './session.svelte';

	const queries = useQueryClient();
	const owner = $derived(signed.current?.name ?? '');
	const waiting = $derived(saving.entries.length);
	const entering = new Entering();

	async function enter(): Promise<void> {
		const before = signed.current?.person_id;
		if (!(await entering.enter())) return;
		if (signed.current?.person_id === before) await fetchAnew(queries);
		else await goto(signed.home);
	}
</script>

<Dialog
	stays
	title={$t(signed.lost === 'another' ? 'lost.another' : 'lost.out')}
	bind:open={() => signed.lost !== null && signed.isIn, () => undefined}
>
	<p class="mb-4">
		{$t(signed.lost === 'another' ? 'lost.another_words' : 'lost.out_words', { name: owner })}
		{#if waiting}{$t('lost.waiting', { count: waiting, name: owner })}{/if}
	</p>
	<Form label={$t('sign_in.again')} send={enter}>
		<EnteringFields {entering} />
		<p class="flex flex-wrap gap-2">
			<button class="btn">{$t('sign_in.do')}</button>
			{#if signed.lost === 'another'}
				<button type="button" class="btn quiet" onclick={() => window.location.assign('/')}
					>{$t('lost.leave')}</button
				>
			{/if}
		</p>
	</Form>
</Dialog>
