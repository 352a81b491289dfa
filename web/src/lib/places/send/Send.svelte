<script lang="ts">
	/** Send: what goes to the records office and what is held back, pairing, and deliveries with their receipts. */
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import Failed from '$lib/app/Failed.svelte';
	import { commands } from '$lib/app/commands';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import Later from '$lib/ui/Later.svelte';
	import Deliveries from './Deliveries.svelte';
	import Elsewhere from './Elsewhere.svelte';
	import Going from './Going.svelte';
	import Pairing from './Pairing.svelte';
	import { provideToRegister, sentWords, ToRegister } from './sending';

	const here = thisClass();
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const found = createQuery(() => fetched.sending(here.id, term));
	const data = $derived(found.data);
	const sending = new ToRegister(
		here,
		() => term,
		() => found.data!
	);
	provideToRegister(sending);
	let isChoosing = $state(false);
	let isComparing = $state(false);
	const news = $derived(data?.goes.reduce((sum, each) => sum + each.news, 0) ?? 0);
	/** How many lines were answered: with each the trail stands otherwise, too. */
	const answered = $derived(
		data?.deliveries.reduce((sum, each) => sum + each.accepted + each.refused + each.left, 0)
	);
	const queries = useQueryClient();
	const hour = $derived(`${data?.hour ?? 2}:00`);

	$effect(() => {
		if (answered !== undefined) void fetched.fetchAnew(queries, fetched.inFrame(here.id));
	});

	$effect(() =>
		commands.offer(() => [
			{ name: 'Send what is new', words: 'to the records office', act: sendNew },
			{ name: 'Compare with the register', words: 'what it has now', act: () => (isComparing = true) }
		])
	);

	function sendNew(): Promise<void> {
		return notice.tried(sending.send(), sentWords);
	}
</script>

{#if found.isError && !data}
	<main class="p-6"><Failed error={found.error} retry={found.refetch} /></main>
{:else if !data}
	<main class="p-6"><p role="status">Opening Send…</p></main>
{:else if !data.has_register}
	<main class="grid max-w-160 gap-2 px-6 pt-4 pb-12">
		<h2>What goes to the records office</h2>
		<p>
			The school has not said yet how the records office’s own system is reached. An officer does, in School,
			Register; what you have posted is kept until then, and goes once it is said.
		</p>
		<Elsewhere />
	</main>
{:else}
	<main class="grid grid-cols-[minmax(0,53fr)_minmax(0,47fr)] max-lg:grid-cols-1">
		<div class="min-w-0 px-6 pt-3 pb-12 max-md:px-4 lg:border-r lg:border-deep">
			<section aria-labelledby="goes">
				<div class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-rule pb-1.5">
					<h2 class="flex-1 whitespace-nowrap" id="goes">What goes to the records office</h2>
					{#if data.may_choose}<Segmented
							label="When what is new goes"
							choices={[
								['night', `every night at ${hour}`],
								['posting', 'after posting'],
								['asked', 'when you say']
							]}
							value={data.when}
							onchange={(when) => void notice.tried(sending.setWhen(when))}
						/>
					{:else}<span class="text-slate"
							>{{ night: `every night at ${hour}`, posting: 'after each posting', asked: 'when you say' }[
								data.when
							]}, as the school says</span
						>{/if}
				</div>
				<Going sending={data} />
				<p class="flex flex-wrap items-center gap-3 py-3">
					<button class="btn" disabled={!news} onclick={sendNew}
						>{news ? `Send ${news} now` : 'Nothing new to send'}</button
					>
					<button class="btn quiet" onclick={() => (isChoosing = true)}>Choose what is sent…</button>
					<button class="link min-h-6" onclick={() => (isComparing = true)}>Compare with the register</button>
				</p>
				{#if data.other_grade}<p class="border-l-3 border-amber bg-amber-2 px-3 py-2">
						{data.other_grade}
					</p>{/if}
			</section>
			<Pairing sending={data} />
			<Elsewhere />
		</div>
		<Deliveries sending={data} />
	</main>
	<Later part={() => import('./SendDialog.svelte')} when={isChoosing}>
		{#snippet children(SendDialog)}<SendDialog {data} bind:open={isChoosing} />{/snippet}
	</Later>
	<Later part={() => import('./Compared.svelte')} when={isComparing}>
		{#snippet children(Compared)}<Compared bind:open={isComparing} />{/snippet}
	</Later>
{/if}
