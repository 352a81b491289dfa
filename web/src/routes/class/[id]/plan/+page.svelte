<script lang="ts">
	/** Plan: how the grade is made. */
	import { tick } from 'svelte';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { api, ask, words } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import Icicle from '$lib/icicle/Icicle.svelte';
	import { saving } from '$lib/saving/saving.svelte';
	import Dialog from '$lib/ui/Dialog.svelte';
	import AddForms from './AddForms.svelte';
	import DraftBand from './DraftBand.svelte';
	import GroundRules from './GroundRules.svelte';
	import Outline from './Outline.svelte';
	import WaysIn from './WaysIn.svelte';
	import { Editing } from './editing';

	const queries = useQueryClient();
	const id = $derived(Number(page.params['id']));
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const plan = createQuery(() => ({
		queryKey: ['class', id, 'plan', term],
		queryFn: () =>
			ask(api.GET('/api/classes/{class_id}/plan', { params: { path: { class_id: id }, query: { term } } }))
	}));
	const editing = $derived(
		new Editing(
			id,
			(work) => saving.during(work),
			() => queries.invalidateQueries({ queryKey: ['class', id] })
		)
	);
	let doomed = $state<{ kind: 'category' | 'assignment'; id: number; name: string; inside: number } | null>(
		null
	);

	async function remove(): Promise<void> {
		if (!doomed) return;
		const { kind, id: which, name } = doomed;
		doomed = null;
		try {
			await editing.remove(kind, which);
			notice.say(`${name} is deleted. Ctrl Z brings it back.`);
		} catch (error) {
			notice.problem(words(error));
		}
	}

	/** Go to the category field of an assignment that is in none. */
	async function place(assignment: number): Promise<void> {
		await tick();
		document.querySelector<HTMLElement>(`#category-of-${assignment}`)?.focus();
	}
</script>

{#if plan.isPending}
	<p class="p-6 text-slate" role="status">Looking at the plan…</p>
{:else if plan.isError}
	<main class="p-6"><p class="problem" role="alert">{words(plan.error)}</p></main>
{:else}
	{@const data = plan.data}
	{@const isOff = data.weights !== null && Number(data.weights) !== 100}
	<main>
		{#if data.has_draft}<DraftBand classId={id} term={data.term_id} {editing} />{/if}
		<div class="tool">
			<h2>How {data.term.toLowerCase()} {data.has_draft ? 'would be' : 'is'} made</h2>
			{#if data.categories.length}<span class="slate">ice hangs as far as the marking has come</span>{/if}
			{#if data.weights !== null && data.categories.length}
				<span class="sum" class:off={isOff} role="status">
					{#if isOff}<i class="diamond"></i>{/if}
					{isOff
						? `weights add up to ${data.weights}, not 100; grades are computed from them in proportion`
						: 'adds up to 100'}
				</span>
			{/if}
		</div>
		{#if data.categories.length}
			<Icicle plan={data} onplace={place} />
		{:else}
			<WaysIn classId={id} {editing} />
		{/if}
		<div class="columns">
			<GroundRules classId={id} plan={data} {editing} />
			<div>
				<AddForms plan={data} {editing} />
				{#if data.categories.length}
					<Outline plan={data} {editing} onremove={(which) => (doomed = which)} />
				{/if}
			</div>
		</div>
	</main>
{/if}

<Dialog
	title="Delete {doomed?.name ?? ''}?"
	bind:open={() => doomed !== null, (open) => !open && (doomed = null)}
>
	<p>
		{#if doomed?.kind === 'category'}
			{doomed.inside
				? `Its ${doomed.inside} assignments stay, in no category, and are then not in the grade.`
				: 'It has no assignments.'}
		{:else}
			It goes out of the grade with its scores.
		{/if}
		Undoing brings it back as it was.
	</p>
	<p class="mt-4 flex gap-3">
		<button class="btn" onclick={remove}>Delete {doomed?.name}</button>
		<button class="btn quiet" onclick={() => (doomed = null)}>Keep it</button>
	</p>
</Dialog>

<style>
	.tool {
		display: flex;
		align-items: center;
		flex-wrap: wrap;
		gap: 4px 16px;
		min-height: 48px;
		padding: 4px 24px;
	}
	.slate {
		color: var(--slate);
	}
	.sum {
		display: flex;
		align-items: center;
		gap: 8px;
		margin-left: auto;
		color: var(--lichen-ink);
	}
	.sum.off {
		color: var(--amber-ink);
		font-weight: 600;
	}
	.columns {
		display: grid;
		grid-template-columns: 360px minmax(0, 1fr);
		gap: 32px;
		padding: 12px 24px 48px;
	}
	.columns > :global(*) {
		min-width: 0;
	}
	@media (max-width: 1000px) {
		.columns {
			grid-template-columns: minmax(0, 1fr);
			padding: 12px 16px 48px;
		}
	}
</style>
