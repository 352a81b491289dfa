<script lang="ts">
	/** The draft of the plan: which grades would change, what is in it, and applying it or throwing it away. */
	import { counted } from '$lib/words/plurals';
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Changes from '$lib/class/consequence/Changes.svelte';
	import { grades } from '$lib/class/consequence/words';

	let { term }: { term: number } = $props();
	const here = thisClass();
	let isOpen = $state(false);
	const draft = createQuery(() => fetched.draft(here.id, term));

	const tell = (work: Promise<string>) => notice.tried(work, (said) => said);

	async function apply(data: Shapes['DraftOut']): Promise<string> {
		const kept = await here.editing.applyDraft();
		return `Applied: ${grades(data.grades)} changed. Ctrl Z takes it back. ${kept.join(' ')}`;
	}

	async function throwAway(): Promise<string> {
		await here.editing.throwDraftAway();
		return 'The draft is thrown away; the plan is as it was.';
	}
</script>

{#if draft.data}
	{@const data = draft.data}
	<section
		aria-label="Draft"
		class="flex min-h-12 flex-wrap items-center gap-x-4 gap-y-1 border-x-0 border-y border-amber bg-amber-2 px-6 py-1.5"
	>
		<p>
			<b class="font-semibold">Draft: {grades(data.grades)} would change</b>{#if data.grades}, {data.up} up and
				{data.down} down; {counted(data.marks, 'mark')}{/if}{#if data.elsewhere.length}; and {data.elsewhere.join(
					', '
				)}{/if}. Nobody sees it until you apply it.
		</p>
		<button class="link" aria-expanded={isOpen} onclick={() => (isOpen = !isOpen)}
			>{isOpen ? 'Hide' : 'Show'} the list</button
		>
		<span class="ml-auto flex gap-2">
			<button class="btn" onclick={() => tell(apply(data))}
				>{data.grades ? `Apply to ${grades(data.grades)}` : 'Apply'}</button
			>
			<button class="btn quiet" onclick={() => tell(throwAway())}>Throw away</button>
		</span>
	</section>
	{#if isOpen}
		<div
			class="grid max-h-80 grid-cols-[360px_minmax(0,1fr)] gap-8 overflow-auto border-b border-rule bg-snow px-6 pt-2.5 pb-3.5 max-lg:max-h-none max-lg:grid-cols-1"
		>
			<div>
				<h3 class="border-b border-rule pb-1.25 font-text text-small leading-4 font-normal text-slate">
					Changed in this draft, begun by {data.by}
				</h3>
				<ul>
					{#each data.edits as edit (`${edit.mark} ${edit.field}`)}
						<li class="flex justify-between gap-3 border-b border-hair py-1">
							{#if edit.misfit}
								<span><i class="diamond"></i> {edit.words}: {edit.misfit} It is left out.</span>
							{:else}
								<span
									>{edit.words} <s class="mx-1 text-slate">{edit.was}</s>
									<b class="font-semibold">{edit.now}</b></span
								>
							{/if}
							<button
								class="link"
								onclick={() =>
									tell(here.editing.putBack(edit.mark, edit.field).then(() => `${edit.words} is as it was.`))}
								>put back<span class="sr-only"> {edit.words}</span></button
							>
						</li>
					{/each}
				</ul>
			</div>
			<div class="relative"><Changes would={data} now="in force" then="draft" /></div>
		</div>
	{/if}
{/if}
