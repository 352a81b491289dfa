<script lang="ts">
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import Form from '$lib/ui/form/Form.svelte';
	import Crystal from '$lib/app/Crystal.svelte';
	import EnteringFields from '$lib/app/EnteringFields.svelte';
	import { Entering } from '$lib/app/entering.svelte';
	import { signed } from '$lib/app/session.svelte';
	import { t } from '$lib/words/door';

	const entering = new Entering();
	const providers = createQuery(() => fetched.providers());
	/** Why a provider signed nobody in. */
	const failed = $derived(
		(['away', 'refused', 'unknown', 'elsewhere'] as const).find(
			(each) => each === page.url.searchParams.get('failed')
		)
	);
	const people = createQuery(() => fetched.demoPeople());

	async function enter(): Promise<void> {
		if (!(await entering.enter())) return;
		const next = page.url.searchParams.get('next') ?? '';
		await goto(next.startsWith('/') && !next.startsWith('//') && next !== '/' ? next : signed.home);
	}
</script>

<svelte:head><title>{$t('sign_in.title')} · Hoarfrost</title></svelte:head>

<main
	class="grid grid-cols-[320px_minmax(0,420px)] justify-center gap-22 px-6 pt-[16vh] pb-12 max-md:grid-cols-[minmax(0,420px)] max-md:gap-9 max-md:pt-12"
>
	<section>
		<h1 class="mb-7 flex items-center gap-3 text-display leading-10 tracking-[-0.02em]">
			<Crystal barbed size={34} />Hoarfrost
		</h1>
		<Form label={$t('sign_in.form')} send={enter}>
			<EnteringFields {entering} />
			<button class="btn mt-1 h-10 justify-center text-large">{$t('sign_in.do')}</button>
		</Form>
		{#if failed}<p class="problem mt-3" role="alert">{$t(`failed.${failed}`)}</p>{/if}
		{#each providers.data ?? [] as each (each.id)}
			<p class="mt-3">
				<a
					class="btn quiet h-10 w-full justify-center text-large"
					href="/api/v1/providers/{each.id}/start"
					data-sveltekit-reload
					>{$t((providers.data?.length ?? 0) > 1 ? 'sign_in.with_school' : 'sign_in.with', {
						name: each.name,
						school: each.school
					})}</a
				>
			</p>
		{/each}
		<p class="mt-4 flex flex-wrap gap-x-5 gap-y-1">
			<a class="link" href="/forgotten">{$t('sign_in.forgot')}</a>
			<a class="link" href="/letter">{$t('sign_in.letter')}</a>
		</p>
	</section>
	{#if people.data?.length}
		<aside class="border-l border-rule pl-8 max-md:border-0 max-md:p-0">
			<h2>Tarnwick School, a demo</h2>
			<p class="mt-1 mb-3 text-slate">
				Everybody here is made up. Choose whom to be; all have the password “{people.data[0]?.password}”.
			</p>
			<ul>
				{#each people.data as each (each.sign_in)}
					<li class="border-b border-b-hair first:border-t first:border-t-rule">
						<button
							class="w-full px-1 py-2.25 text-left hover:bg-ice-2"
							onclick={() => {
								entering.name = each.sign_in;
								entering.password = each.password;
							}}
							><b class="font-semibold">{each.name}</b>
							<span class="ml-1.5 text-slate">{each.words}</span></button
						>
					</li>
				{/each}
			</ul>
		</aside>
	{/if}
</main>
