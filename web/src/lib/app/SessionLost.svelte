<script lang="ts">
	/** The session ended, or somebody else has signed in in this browser: the page stays behind, and asks who goes on. */
	import { useQueryClient } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { words } from '$lib/api/client';
	import { saving } from '$lib/app/saving/saving.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { signed } from './session.svelte';

	const queries = useQueryClient();
	const owner = $derived(signed.current?.name ?? '');
	const waiting = $derived(saving.entries.length);
	let name = $state('');
	let password = $state('');
	let problem = $state('');
	let isBusy = $state(false);

	async function enter(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		isBusy = true;
		const before = signed.current?.person_id;
		try {
			await signed.signIn(name, password);
			problem = name = password = '';
			if (signed.current?.person_id === before) await queries.invalidateQueries();
			else await goto(signed.home);
		} catch (error) {
			problem = words(error);
		} finally {
			isBusy = false;
		}
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
			{waiting === 1 ? '1 entry waits' : `${waiting} entries wait`} here, to be saved once {owner} is signed in
			again.
		{/if}
	</p>
	<form class="grid gap-3" onsubmit={enter}>
		<label>
			<span class="label">Name</span>
			<input class="field w-full" autocomplete="username" bind:value={name} required />
		</label>
		<label>
			<span class="label">Password</span>
			<input
				class="field w-full"
				type="password"
				autocomplete="current-password"
				bind:value={password}
				required
				aria-invalid={problem ? 'true' : undefined}
			/>
		</label>
		{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
		<p class="flex flex-wrap gap-2">
			<button class="btn" disabled={isBusy}>Sign in</button>
			{#if signed.lost === 'another'}
				<button type="button" class="btn quiet" onclick={() => window.location.assign('/')}
					>Leave this page to whoever is signed in</button
				>
			{/if}
		</p>
	</form>
</Dialog>
