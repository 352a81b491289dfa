<script lang="ts">
	/** One's second factor: set up with an app, confirmed by its first code; its recovery codes; done without. */
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import { account } from '$lib/app/account';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { counted } from '$lib/words/plurals';
	import RecoveryCodes from './RecoveryCodes.svelte';

	let { onset }: { /** It is set up, and the recovery codes are kept. */ onset?: () => unknown } = $props();
	const queries = useQueryClient();
	const found = createQuery(() => fetched.secondFactor());
	const now = $derived(found.data);
	let begun = $state.raw<Shapes['SecondFactorBeginningOut'] | null>(null);
	let codes = $state.raw<readonly string[]>([]);
	let password = $state('');
	let code = $state('');

	const look = () => fetched.fetchAnew(queries, fetched.inSecondFactor);

	async function begin(): Promise<void> {
		begun = await account.beginSecondFactor(password);
		password = '';
	}

	async function confirm(): Promise<void> {
		codes = (await account.confirmSecondFactor(code)).codes;
		begun = null;
		code = '';
	}

	async function renew(): Promise<void> {
		codes = (await account.makeRecoveryCodes(password)).codes;
		password = '';
	}

	async function end(): Promise<void> {
		await notice.tried(
			account.endSecondFactor(password).then(look),
			'From now on your password alone signs you in.'
		);
		password = '';
	}
</script>

{#if codes.length}
	<RecoveryCodes
		{codes}
		onkept={async () => {
			codes = [];
			await look();
			await onset?.();
		}}
	/>
{:else if found.isPending}<p class="text-slate" role="status">Looking…</p>
{:else if !now}<Failed error={found.error} retry={found.refetch} />
{:else if begun}
	<Form label="The first code" class="grid max-w-130 gap-3" send={confirm}>
		<p>Let your authenticator app read this picture, or type the key into it.</p>
		<img class="size-48 border border-rule" src={begun.picture} alt="The key, for the app to read" />
		<p>
			<span class="label">Key</span>
			<span class="num text-large" data-key>{begun.key}</span>
		</p>
		<div class="max-w-60">
			<Field
				name="code"
				label="Code that the app shows now"
				autocomplete="one-time-code"
				bind:value={code}
				required
			/>
		</div>
		<p class="flex gap-2">
			<button class="btn">Turn it on</button>
			<button type="button" class="btn quiet" onclick={() => (begun = null)}>Not now</button>
		</p>
	</Form>
{:else if now.is_on}
	<p class="max-w-130 text-slate">
		Signing in asks for a code of your authenticator app.
		{#if now.recovery_codes > 2}{counted(now.recovery_codes, 'recovery code is', 'recovery codes are')} left.
		{:else}<span class="text-amber-ink"
				>{counted(now.recovery_codes, 'recovery code is', 'recovery codes are')} left: make new ones.</span
			>{/if}
	</p>
	<Form label="Second factor" class="mt-3 grid max-w-90 gap-3" send={renew}>
		<Field
			name="password"
			label="Your password"
			kind="password"
			autocomplete="current-password"
			bind:value={password}
		/>
		<p class="flex flex-wrap gap-2">
			<button class="btn">Make new recovery codes</button>
			{#if !now.is_asked}<button type="button" class="btn quiet" onclick={end}>Do without</button>{/if}
		</p>
	</Form>
{:else}
	<p class="mb-3 max-w-130 text-slate">
		With an authenticator app on your phone, a password that somebody found out is not enough to sign in as
		you.
	</p>
	<Form label="Second factor" class="grid max-w-90 gap-3" send={begin}>
		<Field
			name="password"
			label="Your password"
			kind="password"
			autocomplete="current-password"
			bind:value={password}
		/>
		<p><button class="btn">Set it up</button></p>
	</Form>
{/if}
