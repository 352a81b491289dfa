<script lang="ts">
	/** Stack: one assignment, one line to type in, paper after paper. */
	import Failed from '$lib/app/Failed.svelte';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { longDay } from '$lib/words/days';
	import { consequence } from '$lib/class/consequence/consequence.svelte';
	import { commands } from '$lib/app/commands';
	import { undo } from '$lib/app/undoing';
	import { useGrid } from '$lib/class/grid.svelte';
	import { calledIn, inOrder } from '$lib/class/names';
	import { atHand, usual, type View } from '$lib/class/view';
	import Problems from '$lib/app/saving/Problems.svelte';
	import { saving } from '$lib/app/saving/saving.svelte';
	import type { Row } from '$lib/class/entering.svelte';
	import Entered, { type EnteredPaper } from './Entered.svelte';
	import LineHints from './LineHints.svelte';
	import Roster from './Roster.svelte';
	import type { Line } from '$lib/class/line';
	import Later from '$lib/ui/Later.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	/** The line to type in: what the papers are of is looked at while it comes. */
	const paperLine = () => import('./PaperLine.svelte');
	onMount(() => void paperLine().catch(() => undefined));

	const queries = useQueryClient();
	const id = $derived(Number(page.params['id']));
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const grid = useGrid(() => ({ id, term }));
	const groups = createQuery(() => fetched.groups(id));
	const chosen = $derived(Number(page.url.searchParams.get('work')));
	const works = $derived(grid.data?.columns ?? []);
	let pile: { of: string; work?: number } = { of: '' };
	/** What the pile is of stays so, whatever a colleague adds meanwhile; none where they deleted it. */
	const work = $derived.by(() => {
		const of = [id, grid.data?.term_id, chosen].join();
		if (pile.of !== of && works.length)
			pile = { of, work: (works.find((each) => each.id === chosen) ?? atHand(works))?.id };
		return works.find((each) => each.id === pile.work);
	});
	const hasAliases = $derived({ ...usual, ...(grid.data?.view as Partial<View> | undefined) }.hasAliases);
	const problems = $derived(
		saving.problems.filter((each) => each.classId === id && each.assignment === work?.id)
	);

	/** The papers entered since the page was opened, latest first. */
	let papers = $state<EnteredPaper[]>([]);
	let count = 0;
	let isAdding = $state(false);
	let pointed = $state.raw<number[]>([]);

	/** The students who have the work, and what each has on it now. */
	const roster = $derived.by(() => {
		const column = work;
		if (!column || !grid.data) return [];
		const rows = grid.data.rows.toSorted(inOrder({ students: 'family', by: null, hasAliases }));
		return rows.flatMap((row) => {
			const cell = row.cells[column.id];
			if (!cell || cell.state === 'not_assigned') return [];
			const place = { classId: id, student: row.student_id, assignment: column.id };
			const text = saving.shown(place, cell.text);
			return [{ row, cell, text, isIn: Boolean(text) || (cell.standards ?? []).some(Boolean) }];
		});
	});
	const inside = $derived(roster.filter((each) => each.isIn));
	const blank = $derived(roster.filter((each) => !each.isIn));

	function choose(work: number): void {
		papers = [];
		void goto(`?term=${grid.data!.term_id}&work=${work}`);
	}

	function enter(students: Row[], line: Line): void {
		const column = work;
		if (!column || !grid.data) return;
		const typed = students.map((row) => ({
			classId: id, student: row.student_id, assignment: column.id, text: line.text || null,
			version: row.cells[column.id]?.version ?? 0, comment: line.comment, flag: line.flag, how: 'from the stack' as const
		})); // prettier-ignore
		void saving.enterAll(grid.data.term_id, typed);
		const at = new Date().toTimeString().slice(0, 5);
		papers = [{ key: count++, students: students.map((each) => each.student_id), line, at }, ...papers];
	}

	async function takeBack(): Promise<void> {
		if (!papers.length) return;
		papers = papers.slice(1);
		await undo(id, queries, 'undo');
	}

	const called = $derived(calledIn(grid.data, hasAliases));

	/** What of the earlier work of this category a student has: it tells namesakes apart. */
	function earlier(row: Row): string {
		return works
			.filter((each) => each.category === work?.category && each.id !== work?.id && row.cells[each.id]?.text)
			.slice(-3)
			.map((each) => `${each.short_name} ${row.cells[each.id]!.text} of ${each.points}`)
			.join(', ');
	}

	/** Give whoever has nothing yet the same; which grades that changes is shown first. */
	function rest(text: string): Promise<void> {
		const rows = blank.map((each) => each.row);
		const entries = rows.map((row) => ({ student: row.student_id, assignment: work!.id, text }));
		return consequence.ask({
			classId: id,
			term: grid.data!.term_id,
			title: `${work!.name}: ${text} for ${rows.length}`,
			entries,
			verb: `Give ${text} to ${rows.length}`,
			called,
			act: () => enter(rows, { text })
		});
	}

	$effect(() =>
		commands.offer(() =>
			!work || work.lock || !blank.length
				? []
				: ['0', ...(grid.data?.codes ?? []).map((each) => each.code)].map((text) => ({
						name: `Give ${text} to the rest`,
						words: work.name,
						act: () => rest(text)
					}))
		)
	);
</script>

{#if grid.isPending}
	<p class="p-6 text-slate" role="status">Fetching the roster…</p>
{:else if !grid.data}
	<main class="p-6">
		<Failed error={grid.error} retry={grid.refetch} />
	</main>
{:else if !work && works.length}
	<main class="p-6">
		<p class="problem" role="alert">
			The work that this pile is of is no longer here: it was deleted, or put in another term. What you
			entered is kept with it.
			<a class="link" href="/class/{id}/scores?term={grid.data.term_id}">To the grid</a>
		</p>
	</main>
{:else if !work}
	<main class="p-6">
		<p class="text-slate">
			There is no work in {grid.data.term.toLowerCase()} to enter a stack of.
			<button class="link" onclick={() => (isAdding = true)}>Add an assignment</button>
		</p>
	</main>
{:else}
	<main
		data-fills
		class="grid min-h-0 flex-1 grid-cols-[minmax(0,760fr)_minmax(0,520fr)] max-md:block lg:grid-rows-[minmax(0,1fr)]"
	>
		<section
			class="border-r border-rule py-6 pr-12 pl-6 max-md:border-r-0 max-md:px-4 max-md:py-3 lg:overflow-y-auto"
			aria-label="Stack"
		>
			<div class="flex items-end justify-between gap-4 max-md:items-start">
				<div class="min-w-0">
					<h2>
						<Select
							class="-ml-1 max-w-full border-0 bg-transparent font-name text-title leading-7 font-semibold text-ink max-md:text-head"
							label="Assignment"
							value={String(work.id)}
							onchange={(value) => choose(Number(value))}
							choices={[...works.map((each) => [each.id, each.name] as const)]}
						/>
					</h2>
					<p class="text-slate">
						{work.due_on ? `Due ${longDay(work.due_on)}, ` : ''}{work.points} points.
						{#if work.shown}Shown to families.{:else}<b>Hidden</b> from families until you show it.{/if}
						<a class="link mr-3" href="/class/{id}/scores?term={grid.data.term_id}">The grid</a>
						<button class="link" onclick={() => (isAdding = true)}>Add an assignment</button>
					</p>
				</div>
				<p class="whitespace-nowrap text-slate">
					<b class="font-name text-display leading-9 font-medium text-ink max-md:text-title"
						>{inside.length}</b
					>
					of {roster.length} in
				</p>
			</div>
			<div class="mt-3 mb-5 flex gap-0.75 max-md:mt-2 max-md:mb-3" aria-hidden="true">
				{#each roster as each, place (each.row.student_id)}<i
						class={[
							'h-2.5 flex-1 border',
							place < inside.length ? 'border-deep-2' : 'border-rule',
							place < inside.length && 'bg-deep'
						]}
					></i>{/each}
			</div>
			<Problems {problems} name={(each) => called(each.student)} />
			{#if work.lock}
				<p class="rounded bg-amber-2 p-3">{work.lock}</p>
			{:else}
				<Later part={paperLine}>
					{#snippet children(PaperLine)}
						{#key work.id}
							<PaperLine
								{roster}
								{work}
								codes={grid.data.codes}
								levels={grid.data.levels}
								{hasAliases}
								{earlier}
								isAnyBlank={blank.length > 0}
								groups={groups.data ?? []}
								bind:pointed
								onenter={enter}
								onundo={takeBack}
							/>
						{/key}
					{/snippet}
				</Later>
			{/if}
			{#if papers.length}<Entered papers={papers.slice(0, 5)} {roster} {called} onundo={takeBack} />{/if}
			<LineHints {work} codes={grid.data.codes} />
		</section>
		<Roster
			{roster}
			{work}
			{hasAliases}
			blanks={blank.length}
			{pointed}
			codes={grid.data.codes}
			onrest={work.lock ? undefined : rest}
		/>
	</main>
{/if}
{#if grid.data}
	{@const { term_id } = grid.data}
	<Later part={() => import('$lib/class/planning/AddDialog.svelte')} when={isAdding}>
		{#snippet children(AddDialog)}<AddDialog term={term_id} bind:open={isAdding} onadded={choose} />{/snippet}
	</Later>
{/if}
