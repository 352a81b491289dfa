<script lang="ts">
	/** Scores: the grid, and beside it the lens. */
	import { thisClass } from '$lib/class/thisClass';
	import { Looking } from './looking.svelte';
	import Failed from '$lib/app/Failed.svelte';
	import { Debounced } from 'runed';
	import { untrack } from 'svelte';
	import { page } from '$app/state';
	import type { Shapes } from '$lib/api/client';
	import type { Column, Row } from '$lib/class/entering.svelte';
	import { presence } from '$lib/class/presence.svelte';
	import Grid from './grid/Grid.svelte';
	import Later from '$lib/ui/Later.svelte';
	import NothingShown from './NothingShown.svelte';
	import OneWork from './OneWork.svelte';
	import { useGrid } from '$lib/class/grid.svelte';
	import Toolbar from './Toolbar.svelte';
	import { calledIn } from '$lib/class/names';
	import { atHand, NARROW, type View } from '$lib/class/view';
	import { Arranging } from './arranging.svelte';
	import { CellActs, type Looked } from './cellActs';
	import { commandsOfGrid } from './gridCommands';
	import { Pasting } from './pasted.svelte';
	import { commands } from '$lib/app/commands';
	import type { Problem } from '$lib/app/saving/queue';
	import Problems from '$lib/app/saving/Problems.svelte';
	import { saving } from '$lib/app/saving/saving.svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import { wanted } from '$lib/app/wanted.svelte';

	const here = thisClass();
	const id = $derived(here.id);
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const grid = useGrid(() => ({ id, term }));

	const looking = new Looking(here, () => grid.data);
	const view = $derived(looking.view);
	const look = (change: Partial<View>) => looking.change(change);

	let explained = $state<{ id: number; name: string } | null>(null);
	let looked = $state<Looked | null>(null);
	/** How many keys were pressed in cells. */
	let keys = $state(0);
	/** The lens follows once the hand rests: whoever passes by, or types, does not wait for it. */
	const lens = new Debounced(() => {
		void keys;
		return looked;
	}, 200);
	const pasting = new Pasting(() => id, () => grid.data!.term_id); // prettier-ignore
	const groups = createQuery(() => fetched.groups(id));
	let sought = $state({ name: '', group: 0 });
	const group = $derived(groups.data?.find((each) => each.id === sought.group));
	let isAdding = $state(false);
	let isGrouping = $state(false);
	// What was looked at, or looked for, in one class is not there in the next.
	$effect.pre(() => {
		if (!id) return;
		looked = null;
		sought = { name: '', group: 0 };
		untrack(() => lens.setImmediately(null));
	});
	let sheet = $state<Grid>();
	/** On a narrow screen one assignment is shown at a time. */
	let width = $state(1280);
	let one = $state<number | null>(null);

	const arranging = new Arranging(
		() => grid.data,
		looking,
		() => ({ name: sought.name, group })
	);
	const whole = $derived(arranging.whole);
	const isNarrow = $derived(width < NARROW);
	const alone = $derived(whole?.columns.find((each) => each.id === one) ?? atHand(whole?.columns ?? []));
	const shown = $derived(whole && isNarrow && alone ? { ...whole, columns: [alone] } : whole);
	const called = $derived(calledIn(grid.data, view.hasAliases));
	const acts = new CellActs(here, () => grid.data!, looking, {
		explain: (row) => explain(row),
		lookAt: (at) => lookAt(at),
		called: (student) => called(student),
		groups: () => groups.data ?? []
	});
	const problems = $derived(saving.problems.filter((each) => each.classId === id));
	const hasColumn = (of: typeof whole, work: number) => !!of?.columns.some((each) => each.id === work);
	const hasRow = (of: typeof whole, student: number | null) =>
		student === null || !!of?.rows.some((each) => each.student_id === student);

	// Where somebody is to be brought comes into sight, whatever is chosen to be out of it; what is there no more is not waited for.
	$effect.pre(() => {
		const place = wanted.place;
		const { data, isFetching } = grid;
		if (!data || place?.classId !== id || place.term !== data.term_id) return;
		const { student, assignment } = place;
		untrack(() => {
			if (!hasColumn(data, assignment) || !hasRow(data, student)) {
				if (!isFetching) wanted.place = null;
				return;
			}
			one = assignment;
			if (!hasColumn(whole, assignment))
				look({ work: 'all', aside: view.aside.filter((each) => each !== assignment) });
			if (!hasRow(whole, student)) sought = { name: '', group: 0 };
			if (!hasRow(whole, student)) look({ onlyBlanks: false });
		});
	});

	function named(problem: Problem): string {
		const column = grid.data?.columns.find((each) => each.id === problem.assignment);
		return `${called(problem.student)}, ${column?.short_name ?? 'an assignment'}`;
	}

	const explain = (row: Row): void => void (explained = { id: row.student_id, name: called(row.student_id) });

	function lookAt(at: Looked): void {
		looked = at;
		lens.setImmediately(at);
		if (!view.hasLens) look({ hasLens: true });
	}

	function tell(row: Row, column: Column, cells: { student: number; assignment: number }[]): void {
		presence.cell = { student: row.student_id, assignment: column.id };
		looked = cells.length ? { on: 'chosen', cells } : { on: 'cell', ...presence.cell };
		// As it opens it takes room from the grid, which is not to happen under one's hands.
		if (!lens.current) lens.setImmediately(looked);
	}

	/** The hand goes to what was added. */
	function onadded(work: number): void {
		const student = whole?.rows[0]?.student_id ?? null;
		wanted.place = { classId: id, term: grid.data!.term_id, student, assignment: work };
	}

	/** What the palette offers here. */
	$effect(() =>
		commands.offer(() => {
			const { data } = grid;
			if (!data || !whole) return [];
			const work = data.columns.find((each) => each.id === (presence.work ?? alone?.id));
			const on = { add: () => (isAdding = true), groups: () => (isGrouping = true) };
			return commandsOfGrid({ here, grid: data, shown: whole, work, view, look, on });
		})
	);

	/** From anywhere in the lens back to the cell; what was typed is then entered, unless its field takes Esc for itself. */
	function onkeydown(event: KeyboardEvent): void {
		const isDone = event.key === 'Escape' || (event.key === 'Enter' && (event.ctrlKey || event.metaKey));
		if (!isDone || !(event.target as HTMLElement).closest('.side-by-side > aside')) return;
		event.preventDefault();
		sheet?.back();
	}
</script>

<svelte:window bind:innerWidth={width} {onkeydown} />

{#snippet tools(data: Shapes['GridOut'])}
	<Toolbar
		grid={data}
		{view}
		{look}
		bind:sought
		groups={groups.data ?? []}
		on={{
			arrange: arranging.isStale ? () => arranging.again() : null,
			add: () => (isAdding = true),
			groups: () => (isGrouping = true)
		}}
		stack="/class/{id}/stack?term={data.term_id}{alone ? `&work=${presence.work ?? alone.id}` : ''}"
	/>
{/snippet}

{#if grid.isPending}
	<p class="p-6 text-slate" role="status">Fetching the scores…</p>
{:else if !grid.data}
	<main class="p-6"><Failed error={grid.error} retry={grid.refetch} /></main>
{:else}
	{@const data = grid.data}
	<main class="flex min-h-80 flex-1 flex-col" data-fills>
		{#if isNarrow}
			<details class="px-4 py-1.5">
				<summary class="link">How it is shown</summary>
				{@render tools(data)}
			</details>
		{:else}{@render tools(data)}{/if}
		<Problems {problems} name={named} />
		{#if !shown?.columns.length || !shown.rows.length}
			<NothingShown
				grid={data}
				onadd={() => (isAdding = true)}
				onshow={() => {
					sought = { name: '', group: 0 };
					look({ work: 'all', onlyBlanks: false, aside: [] });
				}}
			/>
		{:else}
			{#if isNarrow && alone}
				<OneWork columns={whole?.columns ?? []} at={alone.id} onchange={(work) => (one = work)} />
			{/if}
			<div
				class="side-by-side flex min-h-0 flex-1 max-lg:flex-col max-lg:[&>.scroll]:h-[max(320px,_64vh)] max-lg:[&>.scroll]:flex-none"
			>
				{#key `${id} ${data.term_id}`}
					<Grid
						bind:this={sheet}
						grid={shown}
						{view}
						isAlone={isNarrow}
						acts={(at, chosen) => acts.of(at, chosen)}
						onlook={look}
						on={{
							key: () => (keys += 1),
							select: tell,
							row: (each) => lookAt({ on: 'row', student: each.student_id }),
							head: (each) => lookAt({ on: 'column', assignment: each.id }),
							working: explain,
							paste: (made) => pasting.take(made)
						}}
					/>
				{/key}
				{#if view.hasLens && lens.current}
					{@const at = lens.current}
					<Later part={() => import('./lens/AnyLens.svelte')} when>
						{#snippet children(AnyLens)}
							<AnyLens
								grid={data}
								{at}
								hasAliases={view.hasAliases}
								{called}
								onaside={(work) => {
									look({ aside: [...view.aside, work] });
									looked = null;
								}}
								onworking={explain}
								onback={() => sheet?.back()}
							/>
						{/snippet}
					</Later>
				{/if}
			</div>
		{/if}
	</main>
	<Later
		part={() => import('./ScoresDialogs.svelte')}
		when={isAdding || isGrouping || !!explained || !!pasting.open}
	>
		{#snippet children(ScoresDialogs)}
			<ScoresDialogs grid={data} {called} {pasting} bind:isAdding bind:isGrouping bind:explained {onadded} />
		{/snippet}
	</Later>
{/if}
