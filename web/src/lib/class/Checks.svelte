<script lang="ts">
	/** What Hoarfrost noticed that a person should look at: a sentence each, a jump, and where there is one a mend. */
	import { mend } from './mend';
	import { thisClass } from './thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { Dialog } from 'bits-ui';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { Shapes } from '$lib/api/client';
	import { want } from '$lib/app/wanted.svelte';
	import { goTo } from '$lib/ui/focus';
	import { notice } from '$lib/app/notice.svelte';

	let { term }: { term: number } = $props();
	const here = thisClass();
	let open = $state(false);
	const checks = createQuery(() => fetched.checks(here.id, term));
	const count = $derived(checks.data?.length ?? 0);

	async function jump(check: Shapes['CheckOut']): Promise<void> {
		open = false;
		const place = `/class/${here.id}/${check.place}`;
		if (page.url.pathname !== place) await goto(`${place}?term=${term}`);
		if (check.focus && want(check.focus, { classId: here.id, term })) return;
		// The place may still be fetching what it shows.
		if (check.focus) await goTo(() => document.getElementById(check.focus!));
	}

	async function mendOne(check: Shapes['CheckOut']): Promise<void> {
		await notice.tried(mend(here, term, check.key), `${check.mend}: done. Ctrl Z takes it back.`);
	}
</script>

{#if count}
	<Dialog.Root bind:open>
		<Dialog.Trigger
			class="checks-opener screen-only mt-1.25 ml-3 flex h-7.5 flex-none items-center gap-2 rounded bg-amber-2 px-3 font-semibold text-amber-ink"
		>
			<i class="diamond"></i>{count}
			{count === 1 ? 'check' : 'checks'}
		</Dialog.Trigger>
		<Dialog.Portal>
			<Dialog.Overlay class="fixed inset-0 z-40 bg-[rgb(23_37_43/0.2)]" />
			<Dialog.Content
				class="fixed top-0 right-0 bottom-0 z-40 w-[420px] max-w-[calc(100vw-24px)] overflow-auto bg-snow p-6 shadow-raised"
			>
				<div class="mb-3 flex items-start justify-between gap-4">
					<Dialog.Title class="font-name text-title leading-7 font-semibold" level={2}>Checks</Dialog.Title>
					<Dialog.Close class="text-juniper">Close <kbd>Esc</kbd></Dialog.Close>
				</div>
				<p class="text-slate">What may be as it should, and may not. Nothing here stops you.</p>
				<ul>
					{#each checks.data ?? [] as check (check.key)}
						<li class="border-b border-hair py-2.5">
							<p>{check.words}</p>
							<span class="mt-1 flex gap-4.5">
								<button class="link" onclick={() => jump(check)}>Go there</button>
								{#if check.mend}<button class="link" onclick={() => mendOne(check)}>{check.mend}</button>{/if}
							</span>
						</li>
					{/each}
				</ul>
			</Dialog.Content>
		</Dialog.Portal>
	</Dialog.Root>
{/if}
