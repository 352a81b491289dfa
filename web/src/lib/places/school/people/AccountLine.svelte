<script lang="ts">
	/** Whether and how somebody signs in; inviting them, by mail or letter. */
	import type { Shapes } from '$lib/api/client';
	import { goto } from '$app/navigation';
	import { notice } from '$lib/app/notice.svelte';
	import { longDay } from '$lib/words/days';
	import { thisKeeping } from '../keeping';
	import { letters } from './letters.svelte';
	import { accounts } from './roles';

	let {
		account,
		give
	}: { account: Shapes['AccountOut'] | null; give?: (email: string) => Promise<unknown> } = $props();
	const keeping = thisKeeping();
	let email = $state('');

	function write(): Promise<void> {
		return notice.tried(keeping.invite([account!.person]), `${account!.email} is written to.`);
	}

	function print(): Promise<void> {
		return notice.tried(
			keeping.letters([account!.person]).then((made) => {
				letters.made = made;
				return goto('/school/letters');
			})
		);
	}
</script>

{#if account}
	<p>
		Signs in as <b class="font-semibold">{account.sign_in}</b>{#if account.state !== 'active'},
			<span class="text-slate"
				>{accounts[account.state]}{account.invited_at ? ` on ${longDay(account.invited_at)}` : ''}</span
			>{/if}
	</p>
	{#if account.state !== 'inactive'}
		<p class="mt-1.5 flex flex-wrap gap-x-4">
			{#if account.email}<button class="link" onclick={write}
					>{account.state === 'active' ? 'Write them a link for a new password' : 'Invite by mail'}</button
				>{/if}
			<button class="link" onclick={print}>Print a letter with a code</button>
			{#if account.has_second_factor}<button
					class="link"
					onclick={() =>
						notice.tried(
							keeping.endSecondFactor(account!.person),
							'It is gone, and they are signed out everywhere: their password alone signs them in now.'
						)}>Take the second factor away</button
				>{/if}
		</p>
	{/if}
{:else if give}
	<p class="text-slate">Does not sign in.</p>
	<div class="mt-1.5 flex items-end gap-2">
		<label class="flex-1"
			><span class="label">E-mail, if they have one</span><input
				class="field"
				autocomplete="off"
				bind:value={email}
			/></label
		>
		<button
			class="btn quiet"
			onclick={() => notice.tried(give(email), 'They have an account; invite them now.')}
			>Give an account</button
		>
	</div>
{/if}
