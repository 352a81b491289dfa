<script lang="ts">
	/** Plan: how the grade is made. */
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { tick } from 'svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { commands, type Command } from '$lib/app/commands';
	import { notice } from '$lib/app/notice.svelte';
	import { goesOn, goTo } from '$lib/ui/focus';
	import Later from '$lib/ui/Later.svelte';
	import Icicle from './icicle/Icicle.svelte';
	import AddAssignment from '$lib/class/planning/AddAssignment.svelte';
	import AddCategory from './AddCategory.svelte';
	import DraftBand from '$lib/class/planning/DraftBand.svelte';
	import GroundRules from './GroundRules.svelte';
	import Outline from './Outline.svelte';
	import type { PlanDialog } from './PlanDialogs.svelte';
	import PlanHead from './PlanHead.svelte';
	import SemesterPlan from './SemesterPlan.svelte';
	import WaysIn from './WaysIn.svelte';
	import LevelsAlone from '$lib/class/LevelsAlone.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import type { Doomed } from '$lib/class/planning/editing';

	const here = thisClass();
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const plan = createQuery(() => fetched.plan(here.id, term));
	let doomed = $state<Doomed | null>(null);
	let isStanding = $state(false);
	/** The assignment that is opened; another place can ask for one. */
	let opened = $derived<number | null>(Number(page.url.searchParams.get('open')) || null);
	let dialog = $state<PlanDialog | null>(null);

	/** To a line in which something is added. */
	async function toLine(name: string): Promise<void> {
		await goTo(() => document.querySelector<HTMLElement>(`form[aria-label="${name}"] input`));
	}

	/** What the palette offers here. */
	function offered(): Command[] {
		const data = plan.data;
		if (!data) return [];
		const what = `the plan of ${data.term.toLowerCase()}`;
		const found: Command[] = [
			{ name: 'Scales and codes', words: what, act: () => (dialog = 'scales') },
			{ name: 'History of the plan', words: what, act: () => (dialog = 'history') },
			{ name: 'Add a category', words: what, act: () => toLine('Add a category') }
		];
		if (data.categories.length)
			found.push(
				{ name: 'Add an assignment', words: what, act: () => toLine('Add an assignment') },
				{ name: 'Add work that repeats', words: what, act: () => (dialog = 'repeat') },
				{ name: 'Pass the plan on', words: what, act: () => (dialog = 'pass') }
			);
		if (data.weights !== null && Number(data.weights) !== 100)
			found.push({ name: 'Share the rest of the weights', words: what, act: () => (dialog = 'rest') });
		if (data.has_draft)
			found.push(
				{ name: 'Apply the draft', words: what, act: () => notice.tried(here.editing.applyDraft(), 'The draft is applied. Ctrl Z takes it back.') },
				{ name: 'Throw the draft away', words: what, act: () => notice.tried(here.editing.throwDraftAway(), 'The draft is thrown away; the plan is as it was.') }
			); // prettier-ignore
		return found;
	}

	$effect(() => commands.offer(offered));

	/** Go to the category field of an assignment that is in none. */
	async function place(assignment: number): Promise<void> {
		await tick();
		document.querySelector<HTMLElement>(`#category-of-${assignment}`)?.focus();
	}
</script>

{#if plan.isPending}
	<p class="p-6 text-slate" role="status">Looking at the plan…</p>
{:else if !plan.data}
	<main class="p-6"><Failed error={plan.error} retry={plan.refetch} /></main>
{:else}
	{@const data = plan.data}
	<main {@attach goesOn}>
		{#if data.has_draft}<DraftBand term={data.term_id} />{/if}
		<PlanHead plan={data} bind:isStanding onopen={(which) => (dialog = which)} />
		{#if data.parts.length}
			<SemesterPlan plan={data} />
		{:else}
			{#if data.categories.length && data.levels_alone}
				<div class="px-6 max-md:px-4"><LevelsAlone term={data.term} termId={data.term_id} /></div>
			{:else if data.categories.length}
				<Icicle
					plan={data}
					onplace={place}
					{isStanding}
					onweights={(weights) => notice.tried(here.editing.setWeights(data.term_id, weights))}
					onshares={(shares) => notice.tried(here.editing.setShares(shares))}
				/>
			{:else}
				<WaysIn onmade={() => toLine('Add an assignment')} />
			{/if}
			<div
				class="grid grid-cols-[360px_minmax(0,1fr)] gap-8 px-6 pt-3 pb-12 max-lg:grid-cols-1 max-lg:px-4 [&>*]:min-w-0"
			>
				<GroundRules plan={data} />
				<div>
					<div
						class={[
							data.categories.length && 'grid grid-cols-[236px_minmax(0,1fr)] gap-x-5 max-md:grid-cols-1'
						]}
					>
						<AddCategory />
						{#if data.categories.length}<AddAssignment plan={data} />{/if}
					</div>
					{#if data.categories.length}
						<Outline
							plan={data}
							onrepeat={() => (dialog = 'repeat')}
							onremove={(which) => (doomed = which)}
							onopen={(which) => (opened = which)}
						/>
					{/if}
				</div>
			</div>
		{/if}
	</main>
	<Later
		part={() => import('./PlanDialogs.svelte')}
		when={opened !== null || dialog !== null || doomed !== null}
	>
		{#snippet children(PlanDialogs)}
			<PlanDialogs plan={data} bind:opened bind:dialog bind:doomed />
		{/snippet}
	</Later>
{/if}
