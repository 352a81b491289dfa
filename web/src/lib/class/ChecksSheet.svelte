<script lang="ts">
	/** What Hoarfrost noticed that a person should look at: a sentence each, a jump, and where there is one a mend. */
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { want } from '$lib/app/wanted.svelte';
	import Sheet from '$lib/ui/dialog/Sheet.svelte';
	import { goTo } from '$lib/ui/focus';
	import { mend } from './mend';
	import { thisClass } from './thisClass';

	let {
		term,
		checks,
		open = $bindable()
	}: { term: number; checks: Shapes['CheckOut'][]; open: boolean } = $props();
	const here = thisClass();

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

<Sheet title="Checks" bind:open>
	<p class="text-slate">What may be as it should, and may not. Nothing here stops you.</p>
	<ul>
		{#each checks as check (check.key)}
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
