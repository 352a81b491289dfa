<script lang="ts">
	/** The session ended, or somebody else has signed in in this browser: the page stays behind, and asks who goes on. */
	import { useQueryClient } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { fetchAnew } from '$lib/api/queries';
	import { saving } from '$lib/app/saving/saving.svelte';
	import { counted } from '$lib/words/plurals';
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
	title={signed.lost === 'another' ? 'Somebody else has signed in' : 'You are signed out'}
	bind:open={() => signed.lost !== null && signed.isIn, () => undefined}
>
	<p class="mb-4">
		{signed.lost === 'another'
			? `Another tab of this browser belongs to somebody else by now. This page is ${owner}’s, and saves nothing under another name.`
			: `The page stays as it is. Sign in to go on.`}
		{#if waiting}
			{counted(waiting, 'entry waits', 'entries wait')} here, to be saved once {owner} is signed in again.
		{/if}
	</p>
	<Form label="Signing in again" send={enter}>
		<EnteringFields {entering} />
		<p class="flex flex-wrap gap-2">
			<button class="btn">Sign in</button>
			{#if signed.lost === 'another'}
				<button type="button" class="btn quiet" onclick={() => window.location.assign('/')}
					>Leave this page to whoever is signed in</button
				>
			{/if}
		</p>
	</Form>
</Dialog>
