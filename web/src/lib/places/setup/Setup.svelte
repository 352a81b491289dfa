<script lang="ts">
	/** The first visit to an empty installation: the code that the terminal printed, the school, its year, its records officer. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { account } from '$lib/app/account';
	import Crystal from '$lib/app/Crystal.svelte';
	import Failed from '$lib/app/Failed.svelte';
	import DayField from '$lib/ui/form/DayField.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	const found = createQuery(() => fetched.setup());
	const now = new Date();
	/** The school year that one most likely means: from spring on the one to come. */
	const first = now.getMonth() >= 3 ? now.getFullYear() : now.getFullYear() - 1;
	let form = $state({
		code: '',
		name: '',
		address: '',
		time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
		year: `${first}/${String(first + 1).slice(2)}`,
		starts: `${first}-09-01`,
		ends: `${first + 1}-06-30`,
		division: 'quarters',
		given_name: '',
		family_name: '',
		email: '',
		sign_in: '',
		password: ''
	});
</script>

<svelte:head><title>Setting up · Hoarfrost</title></svelte:head>

<main class="mx-auto w-full max-w-180 px-6 pt-10 pb-16 max-md:px-4">
	<h1 class="mb-2 flex items-center gap-3 text-title"><Crystal barbed size={26} />A school begins</h1>
	{#if found.isPending}<p class="text-slate" role="status">One moment…</p>
	{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
	{:else if !found.data.is_open}
		<p class="text-slate">
			There is a school here already, or this installation is set up in the terminal:
			<kbd>./hoarfrost school new</kbd>.
		</p>
		<p class="mt-3"><a class="btn" href="/sign-in">Sign in</a></p>
	{:else}
		<p class="mb-6 max-w-140 text-slate">
			This installation is empty. What you say here can all be changed later; people, classes and rosters come
			next, by hand or from files.
		</p>
		<Form
			label="A school begins"
			class="grid gap-8"
			send={() => account.setUp(form)}
			ondone={() => goto('/school/people')}
		>
			<div class="grid grid-cols-2 gap-3 max-md:grid-cols-1">
				<Field
					name="code"
					label="Code"
					hint="the terminal printed it when Hoarfrost was started"
					autocomplete="off"
					bind:value={form.code}
					required
				/>
			</div>
			<section class="grid grid-cols-2 gap-3 max-md:grid-cols-1" aria-labelledby="school">
				<h2 class="col-span-full" id="school">The school</h2>
				<Field name="name" label="Name" bind:value={form.name} required />
				<Field name="address" label="Address, in one line" bind:value={form.address} />
				<Field name="time_zone" label="Time zone">
					{#snippet control(given)}
						<Select
							id={given.id}
							bind:value={form.time_zone}
							choices={found.data.time_zones.map((each) => [each, each] as const)}
						/>
					{/snippet}
				</Field>
			</section>
			<section class="grid grid-cols-2 gap-3 max-md:grid-cols-1" aria-labelledby="year">
				<h2 class="col-span-full" id="year">Its first school year</h2>
				<Field name="year" label="Name of the year" bind:value={form.year} required />
				<Field name="division" label="Divided into">
					{#snippet control(given)}
						<Select
							id={given.id}
							bind:value={form.division}
							choices={found.data.divisions.map(({ name, words }) => [name, words] as const)}
						/>
					{/snippet}
				</Field>
				<DayField name="starts" label="First day" bind:value={form.starts} required />
				<DayField name="ends" label="Last day" bind:value={form.ends} required />
			</section>
			<section class="grid grid-cols-2 gap-3 max-md:grid-cols-1" aria-labelledby="officer">
				<h2 class="col-span-full" id="officer">Who keeps its records: you</h2>
				<Field
					name="given_name"
					label="Given name"
					autocomplete="off"
					bind:value={form.given_name}
					required
				/>
				<Field
					name="family_name"
					label="Family name"
					autocomplete="off"
					bind:value={form.family_name}
					required
				/>
				<Field name="email" label="E-mail" autocomplete="off" bind:value={form.email} />
				<Field
					name="sign_in"
					label="Name to sign in with"
					hint="your e-mail address, or one made of your name, if empty"
					autocomplete="username"
					bind:value={form.sign_in}
				/>
				<Field
					name="password"
					label="Password"
					kind="password"
					hint="at least 10 characters; a few words are good"
					autocomplete="new-password"
					bind:value={form.password}
					required
				/>
			</section>
			<p><button class="btn h-10 text-large">Begin</button></p>
		</Form>
	{/if}
</main>
