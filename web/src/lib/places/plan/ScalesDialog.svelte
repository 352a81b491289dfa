<script lang="ts">
	/** Grading scales and score codes: the school's, and one's own, which are kept from year to year. */
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import CodeEditor from './CodeEditor.svelte';
	import ScaleEditor from './ScaleEditor.svelte';

	let { open = $bindable(false) }: { open: boolean } = $props();
	const here = thisClass();
	let shown = $state<'codes' | 'new' | number | null>(null);
	const found = createQuery(() => ({ ...fetched.scales(here.id), enabled: open }));
	const current = $derived(found.data?.scales.find((each) => each.is_here)?.id);
	const now = $derived(shown ?? current ?? 'new');
	const empty = {
		id: null, name: '', out_of: '100', bands: [{ mark: '', min: '', value: '' }, { mark: '', min: '0', value: '' }],
		is_mine: true, is_shared: false, is_here: false, uses: 0
	}; // prettier-ignore
	const scale = $derived(now === 'new' ? empty : found.data?.scales.find((each) => each.id === now));

	// The list may show what was done before the answer is here, and somebody may have gone on by then:
	// nobody is led away from what was chosen meanwhile.
	async function leaveWhenDone(work: Promise<void>): Promise<void> {
		const from = shown;
		await work;
		if (shown === from) shown = null;
	}

	async function saveScale(id: number | null, body: Shapes['ScaleIn']): Promise<void> {
		await leaveWhenDone(here.editing.saveScale(id, body));
		notice.say(`The scale ${body.name} is saved.`);
	}

	function remove(id: number): Promise<void> {
		return notice.tried(leaveWhenDone(here.editing.deleteScale(id)));
	}
</script>

<Dialog wide title="Scales and score codes" bind:open>
	<div class="grid min-h-95 grid-cols-[160px_minmax(0,1fr)] gap-6 max-sm:grid-cols-1">
		<nav class="flex flex-col border-r border-hair" aria-label="Scales and codes">
			{#each found.data?.scales ?? [] as each (each.id)}
				<button
					class="border-l-3 border-transparent px-2 py-1.5 text-left [&[aria-current]]:border-l-juniper [&[aria-current]]:bg-juniper-2"
					aria-current={now === each.id ? 'true' : undefined}
					onclick={() => (shown = each.id)}
					>{each.name}<small class="block text-small text-slate"
						>{each.is_here
							? 'this class'
							: each.is_mine
								? 'your own'
								: each.is_shared
									? 'a colleague’s'
									: 'the school’s'}</small
					></button
				>
			{/each}
			<button
				class="border-l-3 border-transparent px-2 py-1.5 text-left [&[aria-current]]:border-l-juniper [&[aria-current]]:bg-juniper-2"
				aria-current={now === 'new' ? 'true' : undefined}
				onclick={() => (shown = 'new')}>New scale</button
			>
			<button
				class="mt-3 border-l-3 border-transparent px-2 py-1.5 text-left [&[aria-current]]:border-l-juniper [&[aria-current]]:bg-juniper-2"
				aria-current={now === 'codes' ? 'true' : undefined}
				onclick={() => (shown = 'codes')}>Score codes</button
			>
		</nav>
		<div>
			{#if now === 'codes'}
				<CodeEditor
					codes={found.data?.codes ?? []}
					offered={found.data?.offered ?? []}
					onsave={(id, code) => here.editing.saveCode(id, code)}
					ondelete={(id) => here.editing.deleteCode(id)}
				/>
			{:else if scale}
				{#key JSON.stringify(scale)}
					<ScaleEditor {scale} onsave={(body) => saveScale(scale.id, body)} ondelete={remove} />
				{/key}
			{/if}
		</div>
	</div>
</Dialog>
