<script lang="ts">
	/** Plan: how the grade is made. */
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { tick } from 'svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { words, type Shapes } from '$lib/api/client';
	import Changes from '$lib/class/consequence/Changes.svelte';
	import { consequenceOf } from '$lib/class/consequence/consequence.svelte';
	import { changed } from '$lib/class/consequence/words';
	import { commands, type Command } from '$lib/app/commands';
	import { notice } from '$lib/app/notice.svelte';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import { goesOn, goTo } from '$lib/ui/focus';
	import Icicle from './icicle/Icicle.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import AssignmentDialog from './AssignmentDialog.svelte';
	import AddAssignment from '$lib/class/planning/AddAssignment.svelte';
	import AddCategory from './AddCategory.svelte';
	import DraftBand from '$lib/class/planning/DraftBand.svelte';
	import GroundRules from './GroundRules.svelte';
	import HistoryDialog from './HistoryDialog.svelte';
	import Outline from './Outline.svelte';
	import PassOnDialog from './PassOnDialog.svelte';
	import RepeatDialog from './RepeatDialog.svelte';
	import RestDialog from './RestDialog.svelte';
	import ScalesDialog from './ScalesDialog.svelte';
	import SemesterPlan from './SemesterPlan.svelte';
	import WaysIn from './WaysIn.svelte';
	import LevelsAlone from '$lib/class/LevelsAlone.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import type { Doomed } from '$lib/class/planning/editing';
	import Select from '$lib/ui/select/Select.svelte';

	const here = thisClass();
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const plan = createQuery(() => fetched.plan(here.id, term));
	let doomed = $state<Doomed | null>(null);
	let into = $state('none');
	let isStanding = $state(false);
	/** The assignment that is opened; another place can ask for one. */
	let opened = $derived<number | null>(Number(page.url.searchParams.get('open')) || null);
	let dialog = $state<'repeat' | 'rest' | 'pass' | 'history' | 'scales' | null>(null);

	async function remove(): Promise<void> {
		if (!doomed) return;
		const { kind, id: which, name, inside } = doomed;
		doomed = null;
		try {
			if (kind === 'category' && inside) {
				const isGone = await here.editing.merge(which, into === 'none' ? null : Number(into));
				if (isGone && into === 'none') await here.editing.remove(kind, which);
				notice.say(
					isGone
						? `${name} is deleted. Ctrl Z brings it back.`
						: `What is in ${name} moves with the draft. Once it is applied, ${name} can be deleted.`
				);
				return;
			}
			await here.editing.remove(kind, which);
			notice.say(`${name} is deleted. Ctrl Z brings it back.`);
		} catch (error) {
			notice.problem(words(error));
		}
	}

	/** Who gets what is not given yet: the first without scores, or else the last. */
	function taker(categories: Shapes['CategoryOut'][]): Shapes['CategoryOut'] | undefined {
		const free = categories.filter((each) => !each.bonus && !each.locked);
		return free.find((each) => !each.has_scores) ?? free.at(-1);
	}

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
	{@const isOff = data.weights !== null && Number(data.weights) !== 100}
	<main {@attach goesOn}>
		{#if data.has_draft}<DraftBand term={data.term_id} />{/if}
		<div class="flex min-h-12 flex-wrap items-center gap-x-4 gap-y-1 px-6 py-1">
			<h2>How {data.term.toLowerCase()} {data.has_draft ? 'would be' : 'is'} made</h2>
			{#if data.categories.length && !data.parts.length}
				<Segmented
					label="Drawn"
					choices={[
						['planned', 'as planned'],
						['standing', 'as it stands now']
					]}
					value={isStanding ? 'standing' : 'planned'}
					onchange={(way) => (isStanding = way === 'standing')}
				/>
			{/if}
			{#if data.weights !== null && data.categories.length && !data.parts.length}
				<span
					class={[
						'flex items-center gap-2',
						isOff ? 'text-amber-ink' : 'text-lichen-ink',
						isOff && 'font-semibold'
					]}
					role="status"
				>
					{#if isOff}<i class="diamond"></i>{/if}
					{#if data.not_given > 0}{data.not_given} of 100 not given:{:else if isOff}weights add up to {data.weights},
						not 100; grades are computed in proportion{:else}adds up to 100{/if}
				</span>
				{#if isOff}
					{@const taking = taker(data.categories)}
					<span>
						{#if data.not_given > 0 && taking}
							<button
								class="link"
								onclick={() =>
									notice.tried(
										here.editing.setWeights(data.term_id, {
											[taking.id]: String(
												Math.round((Number(taking.weight) + data.not_given) * 10_000) / 10_000
											)
										})
									)}>give {data.not_given} to {taking.name}</button
							> or
						{/if}
						<button class="link" onclick={() => (dialog = 'rest')}>share the rest</button>
					</span>
				{/if}
			{/if}
			<span class="ml-auto flex gap-3.5">
				<button class="link" onclick={() => (dialog = 'scales')}>Scales and codes</button>
				<button class="link" onclick={() => (dialog = 'history')}>History</button>
				{#if data.categories.length}
					<button class="link" onclick={() => (dialog = 'pass')}>Pass on</button>
				{/if}
			</span>
		</div>
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
							onremove={(which) => {
								into = 'none';
								doomed = which;
							}}
							onopen={(which) => (opened = which)}
						/>
					{/if}
				</div>
			</div>
		{/if}
	</main>
	<AssignmentDialog plan={data} bind:opened />
	<RestDialog plan={data} bind:open={() => dialog === 'rest', (open) => (dialog = open ? 'rest' : null)} />
	<RepeatDialog
		plan={data}
		bind:open={() => dialog === 'repeat', (open) => (dialog = open ? 'repeat' : null)}
	/>
	<PassOnDialog bind:open={() => dialog === 'pass', (open) => (dialog = open ? 'pass' : null)} />
	<HistoryDialog
		term={data.term_id}
		bind:open={() => dialog === 'history', (open) => (dialog = open ? 'history' : null)}
	/>
	<ScalesDialog bind:open={() => dialog === 'scales', (open) => (dialog = open ? 'scales' : null)} />
{/if}

<Dialog
	asks
	title="Delete {doomed?.name ?? ''}?"
	bind:open={() => doomed !== null, (open) => !open && (doomed = null)}
>
	<p>
		{#if doomed?.kind === 'category'}
			{#if doomed.inside}
				Its {doomed.inside} assignments are not lost. They go into
				<Select
					label="Where its assignments go"
					bind:value={into}
					choices={[
						...(plan.data?.categories ?? [])
							.filter((each) => each.id !== doomed?.id)
							.map((each) => [each.id, each.name] as const),
						['none', 'no category, and so out of the grade']
					]}
				/>
			{:else}It has no assignments.{/if}
		{:else}
			It goes out of the grade with its scores.
		{/if}
		Undoing brings it back as it was.
	</p>
	{#if doomed?.kind === 'assignment' && plan.data}
		{#await consequenceOf({ classId: here.id, term: plan.data.term_id, deleted: [doomed.id] })}
			<p class="text-slate" role="status">Working out whose grades that moves…</p>
		{:then would}
			<p>{changed(would)}</p>
			{#if would.grades}<div class="max-h-[40vh] overflow-auto">
					<Changes {would} now="now" then="without it" />
				</div>{/if}
		{:catch error}
			<p class="problem" role="alert">{words(error)}</p>
		{/await}
	{/if}
	<p class="mt-4 flex gap-3">
		<button class="btn" onclick={remove}>Delete {doomed?.name}</button>
		<button class="btn quiet" onclick={() => (doomed = null)}>Keep it</button>
	</p>
</Dialog>
