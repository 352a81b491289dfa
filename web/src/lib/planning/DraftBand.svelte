<script lang="ts">
	/** The draft of the plan: which grades would change, what is in it, and applying it or throwing it away. */
	import { createQuery } from '@tanstack/svelte-query';
	import { api, ask, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import Changes from '$lib/consequence/Changes.svelte';
	import { grades } from '$lib/consequence/words';
	import type { Editing } from './editing';

	let { classId, term, editing }: { classId: number; term: number; editing: Editing } = $props();
	let isOpen = $state(false);
	const draft = createQuery(() => ({
		queryKey: ['class', classId, 'draft', term],
		queryFn: () =>
			ask(
				api.GET('/api/classes/{class_id}/draft/changes', {
					params: { path: { class_id: classId }, query: { term } }
				})
			)
	}));

	const tell = (work: Promise<string>) => notice.tried(work, (said) => said);

	async function apply(data: Shapes['DraftOut']): Promise<string> {
		const kept = await editing.applyDraft();
		return `Applied: ${grades(data.grades)} changed. Ctrl Z takes it back. ${kept.join(' ')}`;
	}

	async function throwAway(): Promise<string> {
		await editing.throwDraftAway();
		return 'The draft is thrown away; the plan is as it was.';
	}
</script>

{#if draft.data}
	{@const data = draft.data}
	<section aria-label="Draft" class="band">
		<p>
			<b>Draft: {grades(data.grades)} would change</b>{#if data.grades}, {data.up} up and {data.down} down; {data.marks}
				{data.marks === 1 ? 'mark' : 'marks'}{/if}{#if data.elsewhere.length}; and {data.elsewhere.join(
					', '
				)}{/if}. Nobody sees it until you apply it.
		</p>
		<button class="link" aria-expanded={isOpen} onclick={() => (isOpen = !isOpen)}
			>{isOpen ? 'Hide' : 'Show'} the list</button
		>
		<span class="acts">
			<button class="btn" onclick={() => tell(apply(data))}
				>{data.grades ? `Apply to ${grades(data.grades)}` : 'Apply'}</button
			>
			<button class="btn quiet" onclick={() => tell(throwAway())}>Throw away</button>
		</span>
	</section>
	{#if isOpen}
		<div class="list">
			<div>
				<h3>Changed in this draft, begun by {data.by}</h3>
				<ul>
					{#each data.edits as edit (`${edit.mark} ${edit.field}`)}
						<li>
							{#if edit.misfit}
								<span><i class="diamond"></i> {edit.words}: {edit.misfit} It is left out.</span>
							{:else}
								<span>{edit.words} <s>{edit.was}</s> <b>{edit.now}</b></span>
							{/if}
							<button
								class="link"
								onclick={() =>
									tell(editing.putBack(edit.mark, edit.field).then(() => `${edit.words} is as it was.`))}
								>put back<span class="sr-only"> {edit.words}</span></button
							>
						</li>
					{/each}
				</ul>
			</div>
			<div class="changes"><Changes would={data} now="in force" then="draft" /></div>
		</div>
	{/if}
{/if}

<style>
	.band {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px 16px;
		min-height: 48px;
		padding: 6px 24px;
		border: solid var(--amber);
		border-width: 1px 0;
		background: var(--amber-2);
	}
	.acts {
		display: flex;
		gap: 8px;
		margin-left: auto;
	}
	b {
		font-weight: 600;
	}
	.list {
		display: grid;
		grid-template-columns: 360px minmax(0, 1fr);
		gap: 32px;
		max-height: 320px;
		padding: 10px 24px 14px;
		overflow: auto;
		border-bottom: 1px solid var(--rule);
		background: var(--snow);
	}
	h3 {
		padding-bottom: 5px;
		border-bottom: 1px solid var(--rule);
		font: 400 12px/16px var(--text);
		color: var(--slate);
	}
	li {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 4px 0;
		border-bottom: 1px solid var(--hair);
	}
	s {
		margin: 0 4px;
		color: var(--slate);
	}
	.changes {
		position: relative;
	}
	@media (max-width: 1000px) {
		.list {
			grid-template-columns: minmax(0, 1fr);
			max-height: none;
		}
	}
</style>
