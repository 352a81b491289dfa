<script lang="ts">
	/** What Hoarfrost noticed that a person should look at: a sentence each, a jump, and where there is one a mend. */
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { Dialog } from 'bits-ui';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { api, ask, type Shapes } from '$lib/api/client';
	import { want } from '$lib/grid/wanted.svelte';
	import { saving } from '$lib/saving/saving.svelte';
	import { goTo } from '$lib/ui/focus';
	import { notice } from './notice.svelte';

	let { classId, term }: { classId: number; term: number } = $props();
	const queries = useQueryClient();
	let open = $state(false);
	const checks = createQuery(() => ({
		queryKey: ['class', classId, 'checks', term],
		queryFn: () =>
			ask(
				api.GET('/api/classes/{class_id}/checks', {
					params: { path: { class_id: classId }, query: { term } }
				})
			)
	}));
	const count = $derived(checks.data?.length ?? 0);

	async function jump(check: Shapes['CheckOut']): Promise<void> {
		open = false;
		const place = `/class/${classId}/${check.place}`;
		if (page.url.pathname !== place) await goto(`${place}?term=${term}`);
		if (check.focus && want(check.focus, { classId, term })) return;
		// The place may still be fetching what it shows.
		if (check.focus) await goTo(() => document.getElementById(check.focus!));
	}

	async function mend(check: Shapes['CheckOut']): Promise<void> {
		const mended = ask(
			api.POST('/api/classes/{class_id}/checks/{term}/mend', {
				params: { path: { class_id: classId, term } },
				body: { key: check.key }
			})
		);
		await notice.tried(saving.during(mended), `${check.mend}: done. Ctrl Z takes it back.`);
		await queries.invalidateQueries({ queryKey: ['class', classId] });
	}
</script>

{#if count}
	<Dialog.Root bind:open>
		<Dialog.Trigger class="checks-opener screen-only">
			<i class="diamond"></i>{count}
			{count === 1 ? 'check' : 'checks'}
		</Dialog.Trigger>
		<Dialog.Portal>
			<Dialog.Overlay class="fixed inset-0 z-40 bg-[rgb(23_37_43/0.2)]" />
			<Dialog.Content
				class="fixed top-0 right-0 bottom-0 z-40 w-[420px] max-w-[calc(100vw-24px)] overflow-auto bg-snow p-6 shadow-[var(--shadow)]"
			>
				<div class="mb-3 flex items-start justify-between gap-4">
					<Dialog.Title class="font-name text-[24px] leading-7 font-semibold" level={2}>Checks</Dialog.Title>
					<Dialog.Close class="text-juniper">Close <kbd>Esc</kbd></Dialog.Close>
				</div>
				<p class="slate">What may be as it should, and may not. Nothing here stops you.</p>
				<ul>
					{#each checks.data ?? [] as check (check.key)}
						<li>
							<p>{check.words}</p>
							<span>
								<button class="link" onclick={() => jump(check)}>Go there</button>
								{#if check.mend}<button class="link" onclick={() => mend(check)}>{check.mend}</button>{/if}
							</span>
						</li>
					{/each}
				</ul>
			</Dialog.Content>
		</Dialog.Portal>
	</Dialog.Root>
{/if}

<style>
	:global(.checks-opener) {
		display: flex;
		flex: none;
		align-items: center;
		gap: 8px;
		height: 30px;
		margin: 5px 0 0 12px;
		padding: 0 12px;
		border-radius: 3px;
		background: var(--amber-2);
		color: var(--amber-ink);
		font-weight: 600;
	}
	.slate {
		color: var(--slate);
	}
	li {
		padding: 10px 0;
		border-bottom: 1px solid var(--hair);
	}
	li span {
		display: flex;
		gap: 18px;
		margin-top: 4px;
	}
</style>
