<script lang="ts">
	/** One's own account: its password, its second factor, and where one is signed in. */
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { account } from '$lib/app/account';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { signed } from '$lib/app/session.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { longDay } from '$lib/words/days';
	import { browser } from './browser';
	import OwnClasses from './OwnClasses.svelte';
	import SecondFactor from './SecondFactor.svelte';

	const queries = useQueryClient();
	const found = createQuery(() => fetched.sessions());
	let form = $state({ old: '', password: '' });

	function end(session: number): Promise<void> {
		return notice.tried(
			account.endSession(session).then(() => fetched.fetchAnew(queries, fetched.inSessions)),
			'Signed out there.'
		);
	}
</script>

<svelte:head><title>Account · Hoarfrost</title></svelte:head>

<main class="grid max-w-200 gap-8 px-6 pt-4 pb-12 max-md:px-4">
	<h1 class="text-title leading-7">{signed.current?.name}</h1>
	<section class="max-w-90" aria-labelledby="password">
		<h2 class="mb-2" id="password">Password</h2>
		<Form
			label="Password"
			send={() => account.changePassword(form)}
			ondone={async () => {
				form = { old: '', password: '' };
				notice.say('Kept. You are signed out everywhere else.');
				await fetched.fetchAnew(queries, fetched.inSessions);
			}}
		>
			<Field
				name="old"
				label="Now"
				kind="password"
				autocomplete="current-password"
				bind:value={form.old}
				required
			/>
			<Field
				name="password"
				label="From now on"
				kind="password"
				hint="at least 10 characters; a few words are good"
				autocomplete="new-password"
				bind:value={form.password}
				required
			/>
			<p><button class="btn">Change it</button></p>
		</Form>
	</section>
	{#if signed.teaches}
		<section aria-labelledby="classes">
			<h2 class="mb-1" id="classes">Your classes</h2>
			<p class="mb-2 text-slate">
				In the order in which they stand for you, and as you call them; nobody else sees it.
			</p>
			<OwnClasses />
		</section>
	{/if}
	<section aria-labelledby="factor">
		<h2 class="mb-2" id="factor">Second factor</h2>
		<SecondFactor />
	</section>
	<section aria-labelledby="sessions">
		<h2 class="mb-2" id="sessions">Where you are signed in</h2>
		{#if found.isPending}<p class="text-slate" role="status">Looking…</p>
		{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
		{:else}
			<ul>
				{#each found.data as each (each.id)}
					<li class="flex flex-wrap items-baseline gap-x-4 border-b border-hair py-1.5">
						<span class="flex-1">{browser(each.browser)}</span>
						<span class="text-slate"
							>since {longDay(each.at)}{each.address ? `, from ${each.address}` : ''}</span
						>
						{#if each.is_this}<span class="text-slate">here</span>
						{:else}<button class="link" onclick={() => end(each.id)}>Sign out there</button>{/if}
					</li>
				{/each}
			</ul>
		{/if}
	</section>
</main>
