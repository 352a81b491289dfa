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
	import { t } from '$lib/words/door';

	const number = $derived(page.params['number'] ?? '');
	const token = $derived(page.params['token'] ?? '');
	const found = createQuery(() => ({ ...fetched.invitation(number, token), retry: false }));
	let password = $state('');
</script>

<Doorway title={found.data ? $t('invitation.welcome', { name: found.data.name }) : $t('invitation.title')}>
	{#if found.isPending}<p class="text-slate" role="status">{$t('invitation.looking')}</p>
	{:else if !found.data}
		<p class="problem" role="alert">{words(found.error)}</p>
		<p class="mt-3 flex gap-4">
			<a class="btn" href="/forgotten">{$t('invitation.another')}</a>
			<a class="btn quiet" href="/sign-in">{$t('sign_in.do')}</a>
		</p>
	{:else}
		<p class="mb-4 text-slate">
			{$t('invitation.words', { school: found.data.school })}
			<b class="text-ink">{found.data.sign_in}</b>.
		</p>
		<Form
			label={$t('password.form')}
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
				label={$t('sign_in.password')}
				kind="password"
				hint={$t('password.hint')}
				autocomplete="new-password"
				bind:value={password}
				required
			/>
			<button class="btn mt-1 h-10 justify-center text-large">{$t('password.keep')}</button>
		</Form>
	{/if}
</Doorway>
