<script lang="ts">
	/** An invitation's link: whose it is, and the password that they choose. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { words } from '$lib/api/client';
	import { account } from '$lib/app/account';
	import { signed } from '$lib/app/session.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Doorway from '$lib/app/Doorway.svelte';

	const number = $derived(page.params['number'] ?? '');
	const token = $derived(page.params['token'] ?? '');
	const found = createQuery(() => ({ ...fetched.invitation(number, token), retry: false }));
	let password = $state('');
</script>

<Doorway title={found.data ? `Welcome, ${found.data.name}` : 'Your invitation'}>
	{#if found.isPending}<p class="text-slate" role="status">Looking at the link…</p>
	{:else if !found.data}
		<p class="problem" role="alert">{words(found.error)}</p>
		<p class="mt-3 flex gap-4">
			<a class="btn" href="/forgotten">Ask for another link</a>
			<a class="btn quiet" href="/sign-in">Sign in</a>
		</p>
	{:else}
		<p class="mb-4 text-slate">
			{found.data.school} has an account for you. You sign in as <b class="text-ink">{found.data.sign_in}</b>,
			with a password that you choose here.
		</p>
		<Form
			label="Your password"
			send={() => account.takeInvitation(number, token, password)}
			ondone={() => goto(signed.home)}
		>
			<input
				class="sr-only"
				tabindex="-1"
				aria-hidden="true"
				autocomplete="username"
				value={found.data.sign_in}
			/>
			<Field
				name="password"
				label="Password"
				kind="password"
				hint="at least 10 characters; a few words are good"
				autocomplete="new-password"
				bind:value={password}
				required
			/>
			<button class="btn mt-1 h-10 justify-center text-large">Keep it and go in</button>
		</Form>
	{/if}
</Doorway>
