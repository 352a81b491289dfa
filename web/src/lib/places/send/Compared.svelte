<script lang="ts">
	/** What the register has now beside what was sent: line by line where they differ, with what is done about it. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { counted } from '$lib/words/plurals';
	import { sentWords, toRegister } from './sending';

	let { open = $bindable(false) }: { open: boolean } = $props();
	const sending = toRegister();
	const found = createQuery(() => ({ ...fetched.compared(sending.here.id, sending.term()), enabled: open }));
	const kinds = {
		lacks: 'the register has it no more',
		differs: 'the register has it otherwise',
		theirs: 'only the register has it'
	};

	function anew(key: string): void {
		void notice.tried(sending.beginAnew(key), sentWords);
	}

	function again(): void {
		void notice.tried(sending.send({ again: true }), sentWords);
	}
</script>

<Dialog title="Compared with the register" wide bind:open>
	{#if found.isFetching}<p role="status">Asking the register…</p>
	{:else if found.isError}<Failed error={found.error} retry={found.refetch} />
	{:else if found.data}
		<p class="mb-2 text-slate">
			{counted(found.data.compared, 'record')} compared. {found.data.differences.length
				? ''
				: 'The register has all of it as it was sent.'}
		</p>
		{#if found.data.differences.length}
			<div class="relative overflow-x-auto">
				<table class="rows">
					<thead
						><tr
							><th scope="col">What</th><th scope="col">Here</th><th scope="col">There</th><th scope="col"
								><span class="sr-only">Difference</span></th
							></tr
						></thead
					>
					<tbody>
						{#each found.data.differences as each (each.key)}
							<tr>
								<th scope="row">{each.name}{each.of === each.name ? '' : `, ${each.of}`}</th>
								<td>{each.here || '–'}</td>
								<td>{each.there || '–'}</td>
								<td class="text-slate"
									>{kinds[each.kind]}
									{#if each.can_begin_anew}<button class="link min-h-6" onclick={() => anew(each.key)}
											>Send it anew under a new identifier<span class="sr-only">: {each.name}</span></button
										>{/if}</td
								>
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
			<p class="pt-3"><button class="btn" onclick={again}>Send all of it again as it is here</button></p>
		{/if}
	{/if}
</Dialog>
