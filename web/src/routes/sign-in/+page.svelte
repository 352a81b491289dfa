<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { api, ask, words } from '$lib/api/client';
	import Crystal from '$lib/frame/Crystal.svelte';
	import { signed } from '$lib/frame/session.svelte';

	let name = $state('');
	let password = $state('');
	let problem = $state('');
	let isBusy = $state(false);
	const people = createQuery(() => ({
		queryKey: ['demo-people'],
		queryFn: () => ask(api.GET('/api/demo-people'))
	}));

	async function enter(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		isBusy = true;
		problem = '';
		try {
			await signed.signIn(name, password);
			const next = page.url.searchParams.get('next') ?? '';
			await goto(next.startsWith('/') && !next.startsWith('//') && next !== '/' ? next : signed.home);
		} catch (error) {
			problem = words(error);
		} finally {
			isBusy = false;
		}
	}
</script>

<svelte:head><title>Sign in · Hoarfrost</title></svelte:head>

<main>
	<section>
		<h1><Crystal barbed size={34} />Hoarfrost</h1>
		<form onsubmit={enter}>
			<label
				><span class="label">Name</span><input
					class="field"
					name="name"
					autocomplete="username"
					bind:value={name}
					required
				/></label
			>
			<label>
				<span class="label">Password</span>
				<input
					class="field"
					name="password"
					type="password"
					autocomplete="current-password"
					bind:value={password}
					required
					aria-invalid={problem ? 'true' : undefined}
					aria-describedby="problem"
				/>
			</label>
			<p class="problem" id="problem" role="alert">{problem}</p>
			<button class="btn" disabled={isBusy}>Sign in</button>
		</form>
	</section>
	{#if people.data?.length}
		<aside>
			<h2>Tarnwick School, a demo</h2>
			<p class="note">
				Everybody here is made up. Choose whom to be; all have the password “{people.data[0]?.password}”.
			</p>
			<ul>
				{#each people.data as each (each.sign_in)}
					<li>
						<button
							onclick={() => {
								name = each.sign_in;
								password = each.password;
							}}><b>{each.name}</b> <span>{each.words}</span></button
						>
					</li>
				{/each}
			</ul>
		</aside>
	{/if}
</main>

<style>
	main {
		display: grid;
		grid-template-columns: 320px minmax(0, 420px);
		gap: 88px;
		justify-content: center;
		padding: 16vh 24px 48px;
	}
	h1 {
		display: flex;
		align-items: center;
		gap: 12px;
		margin-bottom: 28px;
		font-size: 34px;
		line-height: 40px;
		letter-spacing: -0.02em;
	}
	form {
		display: grid;
		gap: 12px;
	}
	.field {
		height: 40px;
		font-size: 15px;
	}
	.problem {
		min-height: 18px;
	}
	.btn {
		height: 40px;
		justify-content: center;
		font-size: 15px;
	}
	aside {
		padding-left: 32px;
		border-left: 1px solid var(--rule);
	}
	.note {
		margin: 4px 0 12px;
		color: var(--slate);
	}
	li {
		border-bottom: 1px solid var(--hair);
	}
	li:first-child {
		border-top: 1px solid var(--rule);
	}
	li button {
		width: 100%;
		padding: 9px 4px;
		text-align: left;
	}
	li button:hover {
		background: var(--ice-2);
	}
	li b {
		font-weight: 600;
	}
	li span {
		color: var(--slate);
		margin-left: 6px;
	}
	@media (max-width: 800px) {
		main {
			grid-template-columns: minmax(0, 420px);
			gap: 36px;
			padding-top: 48px;
		}
		aside {
			padding: 0;
			border: 0;
		}
	}
</style>
