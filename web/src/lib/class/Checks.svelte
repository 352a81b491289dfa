<script lang="ts">
	/** What Hoarfrost noticed that a person should look at: a sentence each, a jump, and where there is one a mend. */
	import { mend } from './mend';
	import { thisClass } from './thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Sheet from '$lib/ui/dialog/Sheet.svelte';
	import { counted } from '$lib/words/plurals';
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
	<Sheet title="Checks" bind:open>
		{#snippet trigger({ props })}
			<button
				{...props}
				class="checks-opener screen-only mt-1.25 ml-3 flex h-7.5 flex-none items-center gap-2 rounded bg-amber-2 px-3 font-semibold text-amber-ink"
			>
				<i class="diamond"></i>{counted(count, 'check')}
			</button>
		{/snippet}
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
	</Sheet>
{/if}
