<script lang="ts">
	/** Register: the records office's own system, how it is reached, and its rosters as a draft. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { words } from '$lib/api/client';
	import Failed from '$lib/app/Failed.svelte';
	import { thisKeeping } from '../keeping';
	import ClassesSending from './ClassesSending.svelte';
	import RegisterForm from './RegisterForm.svelte';
	import Tools from './Tools.svelte';
	import SendingForm from './SendingForm.svelte';

	const keeping = thisKeeping();
	const found = createQuery(() => fetched.register(keeping.school_id));
	const sending = createQuery(() => fetched.schoolSending(keeping.school_id));
	const frame = createQuery(() => fetched.schoolFrame(keeping.school_id));
	const year = $derived(frame.data?.year_id);
	let isAsking = $state(false);
	let problem = $state('');

	async function look(): Promise<void> {
		isAsking = true;
		problem = '';
		try {
			await keeping.loadRegister(year!);
			await goto('/school/draft');
		} catch (error) {
			problem = words(error);
		} finally {
			isAsking = false;
		}
	}
</script>

<main class="grid gap-9 px-6 pt-4 pb-12 max-md:px-4">
	{#if found.isPending}<p class="text-slate" role="status">Looking…</p>
	{:else if found.isError}<Failed error={found.error} retry={found.refetch} />
	{:else}
		{#if found.data && sending.data}
			<ClassesSending sending={sending.data} />
			<SendingForm sending={sending.data} />
		{/if}
		{#if found.data}
			<section aria-labelledby="rosters">
				<h2 class="mb-1" id="rosters">Rosters</h2>
				<p class="mb-3 max-w-160 text-slate">
					Who is at the school and in which class, as the register has it now. You see every change first, and
					choose.
				</p>
				{#if year}
					<button class="btn" disabled={isAsking} onclick={look}>Look at what its rosters would change</button
					>
				{:else}<p class="text-slate">
						There is no school year yet. Make it in <a class="link" href="/school/year">Year</a>; rosters
						belong to one.
					</p>{/if}
				{#if isAsking}<p class="mt-2 text-slate" role="status">Asking the register…</p>{/if}
				<p class="problem mt-2" role="alert">{problem}</p>
			</section>
		{/if}
		<section aria-labelledby="reached">
			<h2 class="mb-1" id="reached">How the register is reached</h2>
			<p class="mb-3 max-w-160 text-slate">
				The records office’s own system, where it speaks OneRoster 1.2. It gives a client id and a secret that
				may read rosters.
			</p>
			{#key found.data?.address}<RegisterForm register={found.data} />{/key}
		</section>
		<Tools />
	{/if}
</main>
