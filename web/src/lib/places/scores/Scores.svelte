<script lang="ts">
	/** Scores: the grid, and beside it the lens. */
	import { counted } from '$lib/words/plurals';
	import { thisClass } from '$lib/class/thisClass';
	import { Looking } from './looking.svelte';
	import Failed from '$lib/app/Failed.svelte';
	import { Debounced } from 'runed';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { consequenceOf } from '$lib/class/consequence/consequence.svelte';
	import { type Shapes } from '$lib/api/client';
	import { pulse } from '$lib/class/pulse.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { opened } from '$lib/app/opened.svelte';
	import { neighbour } from '$lib/app/classes';
	import type { MenuAct } from '$lib/ui/menu/Menu.svelte';
	import ChosenLens from './lens/ChosenLens.svelte';
	import ColumnLens from './lens/ColumnLens.svelte';
	import type { Here } from '$lib/class/entering.svelte';
	import Grid from './grid/Grid.svelte';
	import { useGrid } from '$lib/class/grid.svelte';
	import Lens from './lens/Lens.svelte';
	import PasteDialog from './PasteDialog.svelte';
	import type { Pasted } from './pasting';
	import RowLens from './lens/RowLens.svelte';
	import Toolbar from './Toolbar.svelte';
	import { calledIn, isByNumber } from '$lib/class/names';
	import { byScore, arranged, atHand, NARROW, commandsOf, Steady, type View } from '$lib/class/view';
	import { ColumnActs } from './columnActs';
	import { commands, type Command } from '$lib/app/commands';
	import type { Problem } from '$lib/app/saving/queue';
	import Problems from '$lib/app/saving/Problems.svelte';
	import { only, saving } from '$lib/app/saving/saving.svelte';
	import { goTo } from '$lib/ui/focus';
	import AddDialog from '$lib/class/planning/AddDialog.svelte';
	import { wanted } from '$lib/app/wanted.svelte';
	import WorkingDialog from '$lib/class/working/WorkingDialog.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	type Row = Shapes['RowOut'];
	type Column = Shapes['ColumnOut'];

	/** What the lens is on. */
	type Looked =
		| { on: 'cell'; student: number; assignment: number }
		| { on: 'column'; assignment: number }
		| { on: 'row'; student: number }
		| { on: 'chosen'; cells: { student: number; assignment: number }[] };

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
	let paste = $state<Pasted | null>(null);
	let search = $state('');
	let isAdding = $state(false);
	// What was looked at, or looked for, in one class is not there in the next.
	$effect.pre(() => {
		if (!id) return;
		looked = null;
		search = '';
		untrack(() => lens.setImmediately(null));
	});
	let sheet = $state<Grid>();
	/** On a narrow screen one assignment is shown at a time. */
	let width = $state(1280);
	let one = $state<number | null>(null);

	const fresh = $derived(grid.data && arranged(grid.data, view, search));
	const steady = new Steady();
	/** How often the students were arranged anew by hand. */
	let turns = $state(0);
	const whole = $derived.by(() => {
		if (!fresh || !(view.onlyBlanks || isByNumber(view))) return fresh;
		const asked = [id, fresh.term_id, view.students, view.by, view.onlyBlanks, search, turns].join();
		return { ...fresh, rows: steady.rows(grid.data!, fresh.rows, asked) };
	});
	/** Whether students would stand elsewhere by now. */
	const isStale = $derived(
		whole?.rows.length !== fresh?.rows.length ||
			whole?.rows.some((each, place) => each.student_id !== fresh?.rows[place]?.student_id)
	);
	const isNarrow = $derived(width < NARROW);
	const alone = $derived(whole?.columns.find((each) => each.id === one) ?? atHand(whole?.columns ?? []));
	const shown = $derived(whole && isNarrow && alone ? { ...whole, columns: [alone] } : whole);
	const called = $derived(calledIn(grid.data, view.hasAliases));
	const problems = $derived(saving.problems.filter((each) => each.classId === id));
	const column = $derived.by(() => {
		const at = lens.current;
		return at?.on === 'column' ? whole?.columns.find((each) => each.id === at.assignment) : undefined;
	});
	const row = $derived.by(() => {
		const at = lens.current;
		return at?.on === 'row' ? whole?.rows.find((each) => each.student_id === at.student) : undefined;
	});
	const cell = $derived.by(() => {
		const at = lens.current;
		if (at?.on !== 'cell') return undefined;
		const row = grid.data?.rows.find((each) => each.student_id === at.student);
		const column = grid.data?.columns.find((each) => each.id === at.assignment);
		return row && column && { row, column };
	});

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
			if (!hasRow(whole, student)) search = '';
			if (!hasRow(whole, student)) look({ onlyBlanks: false });
		});
	});

	function named(problem: Problem): string {
		const column = grid.data?.columns.find((each) => each.id === problem.assignment);
		return `${called(problem.student)}, ${column?.short_name ?? 'an assignment'}`;
	}

	/** Flag all scores that are chosen. */
	function flag(chosen: Here[], flag: string): void {
		const typed = chosen.flatMap(({ row, column, cell }) => {
			const place = { classId: id, student: row.student_id, assignment: column.id };
			const now = saving.beside(place, 'flag', cell.flag);
			return now === flag ? [] : [{ ...place, version: cell.version, ...only('flag', flag, now) }];
		});
		void saving.enterAll(grid.data!.term_id, typed);
	}

	const explain = (row: Row): void => void (explained = { id: row.student_id, name: called(row.student_id) });

	/** Give work to a student who was not chosen for it, or came after it was due. */
	async function assign(row: Row, work: Column): Promise<void> {
		await notice.tried(
			here.editing.assign(work.id, row.student_id),
			`${called(row.student_id)} has ${work.name} now. Ctrl Z takes it back.`
		);
	}

	function acts(here: Here, chosen: Here[]): MenuAct[] {
		const { row, column: work } = here;
		const flags = [
			['t', 'late'],
			['i', 'incomplete'],
			['b', 'absent'],
			['h', 'handed in'],
			['n', '']
		] as const;
		const student = `/class/${id}/student/${row.student_id}?term=${grid.data?.term_id}`;
		return [
			{ key: 'w', words: 'how the grade comes about', act: () => explain(row) },
			{ key: 'c', words: 'comment for the family', act: () => comment(row, work) },
			...(here.cell.state === 'not_assigned'
				? [{ key: 'g', words: `give it to ${called(row.student_id)}`, act: () => assign(row, work) }]
				: []),
			...flags.map(([key, name]) => ({
				key,
				words: name || 'no flag',
				act: () => flag(chosen, name)
			})),
			{ key: 'o', words: `order students by ${work.short_name}`, act: () => look(byScore(view, work.id)) },
			{ key: 'k', words: 'the whole column', act: () => lookAt({ on: 'column', assignment: work.id }) },
			{ key: 'r', words: 'the student’s row', act: () => lookAt({ on: 'row', student: row.student_id }) },
			{ key: 's', words: 'all about this student', act: () => void goto(student) },
			{ key: 'v', words: 'as the family sees it', act: () => void goto(`${student}&eyes=family`) },
			{ key: 'l', words: `${view.hasLens ? 'hide' : 'show'} the lens`, act: () => look({ hasLens: !view.hasLens }) },
			{ key: 'a', words: view.hasAliases ? 'names' : 'aliases', act: () => look({ hasAliases: !view.hasAliases }) },
			{ key: '?', words: 'all keys', act: () => void (opened.keys = true) },
			{ key: '[', words: 'previous class', act: () => void neighbour(-1) },
			{ key: ']', words: 'next class', act: () => void neighbour(1) }
		]; // prettier-ignore
	}

	function lookAt(at: Looked): void {
		looked = at;
		lens.setImmediately(at);
		if (!view.hasLens) look({ hasLens: true });
	}

	function comment(row: Row, work: Column): void {
		if (view.hasAliases) {
			notice.say('Comments are not shown where aliases stand for names. Space a shows the names.');
			return;
		}
		lookAt({ on: 'cell', student: row.student_id, assignment: work.id });
		const of = `${row.student_id}-${work.id}`;
		void goTo(
			() => document.getElementById(`lens-comment-${of}`),
			(typed) =>
				notice.problem(`The comment’s field did not open.${typed ? ` What was typed for it: ${typed}` : ''}`)
		);
	}

	/** What overwrites, has no place, cannot be read or lies above the points is shown before it is entered. */
	async function onpasted(made: Pasted): Promise<void> {
		const overwrites = made.entries.some((each) => each.before);
		if (made.words.length || overwrites || !made.entries.length) {
			paste = made;
			return;
		}
		// It counts as on its way from now on: a page that is closed meanwhile warns.
		await saving.during(lookedAt(made));
	}

	async function lookedAt(made: Pasted): Promise<void> {
		const asked = { classId: id, term: grid.data!.term_id, entries: made.entries };
		const would = await consequenceOf(asked).catch(() => null);
		if (would?.refused.length || would?.above.length) paste = made;
		else await enterPasted(made);
	}

	async function enterPasted(made: Pasted): Promise<void> {
		paste = null;
		if (!made.entries.length) return;
		const typed = made.entries.map(({ student, assignment, text, version }) => ({
			classId: id, student, assignment, text, version, how: 'pasted' as const
		})); // prettier-ignore
		await saving.enterAll(grid.data!.term_id, typed);
		const cells = counted(typed.length, 'cell');
		notice.say(`Pasted into ${cells}. Ctrl Z takes it back.`);
	}

	function tell(row: Row, column: Column, cells: { student: number; assignment: number }[]): void {
		pulse.cell = { student: row.student_id, assignment: column.id };
		looked = cells.length ? { on: 'chosen', cells } : { on: 'cell', ...pulse.cell };
		// As it opens it takes room from the grid, which is not to happen under one's hands.
		if (!lens.current) lens.setImmediately(looked);
	}

	/** The hand goes to what was added. */
	function onadded(work: number): void {
		const student = whole?.rows[0]?.student_id ?? null;
		wanted.place = { classId: id, term: grid.data!.term_id, student, assignment: work };
	}

	/** What the palette offers here: how the grid is looked at, and what is done with the column one is in. */
	function offered(): Command[] {
		const data = grid.data;
		if (!data) return [];
		const work = data.columns.find((each) => each.id === (pulse.cell?.assignment ?? alone?.id));
		const acts = work && new ColumnActs(here, () => data, () => work, () => view.hasAliases); // prettier-ignore
		return [
			...commandsOf(data, view, look),
			{ name: 'Add an assignment', words: 'the class', act: () => (isAdding = true) },
			...(acts?.commands ?? []),
			...(work ? [
				{ name: 'Put it aside', words: work.name, act: () => look({ aside: [...view.aside, work.id] }) },
				{ name: 'Adjust it', words: work.name, act: () => goto(`/class/${id}/plan?term=${data.term_id}&open=${work.id}`) }
			] : [])
		]; // prettier-ignore
	}

	$effect(() => commands.offer(offered));

	/** On a narrow screen: the assignment before or after. */
	function along(by: number): void {
		const columns = whole?.columns ?? [];
		const place = columns.findIndex((each) => each.id === alone?.id) + by;
		one = columns[Math.max(0, Math.min(place, columns.length - 1))]?.id ?? null;
	}

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
		bind:search
		onadd={() => (isAdding = true)}
		onarrange={isStale ? () => turns++ : null}
		stack="/class/{id}/stack?term={data.term_id}{alone ? `&work=${pulse.cell?.assignment ?? alone.id}` : ''}"
	/>
{/snippet}

{#if grid.isPending}
	<p class="p-6 text-slate" role="status">Fetching the scores…</p>
{:else if !grid.data}
	<main class="p-6">
		<Failed error={grid.error} retry={grid.refetch} />
	</main>
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
		{#if !data.columns.length}
			<p class="p-6 text-large leading-5.75 text-slate">
				No assignments in {data.term.toLowerCase()} yet. They appear here as columns:
				<button class="link" onclick={() => (isAdding = true)}>add one</button>, or several in the
				<a class="link" href="/class/{id}/plan{page.url.search}">plan</a>.
			</p>
		{:else if !data.rows.length}
			<p class="p-6 text-large leading-5.75 text-slate">
				Nobody is enrolled yet. Students come from the records office and appear here as rows.
			</p>
		{:else if !shown?.columns.length || !shown.rows.length}
			<p class="p-6 text-large leading-5.75 text-slate">
				Nothing here is as you asked for it.
				<button
					class="link"
					onclick={() => {
						search = '';
						look({ work: 'all', onlyBlanks: false, aside: [] });
					}}>Show everything</button
				>
			</p>
		{:else}
			{#if isNarrow && alone}
				<div class="flex gap-2 px-4 py-1.5">
					<button
						class="w-11 rounded border border-rule"
						aria-label="The assignment before"
						onclick={() => along(-1)}>←</button
					>
					<Select
						class="h-9 min-w-0 flex-1 rounded border border-rule bg-snow text-ink"
						label="Assignment"
						value={String(alone.id)}
						onchange={(value) => (one = Number(value))}
						choices={[...(whole?.columns ?? []).map((each) => [each.id, each.name] as const)]}
					/>
					<button
						class="w-11 rounded border border-rule"
						aria-label="The assignment after"
						onclick={() => along(1)}>→</button
					>
				</div>
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
						{acts}
						onlook={look}
						on={{
							key: () => (keys += 1),
							select: tell,
							row: (each) => lookAt({ on: 'row', student: each.student_id }),
							head: (each) => lookAt({ on: 'column', assignment: each.id }),
							working: explain,
							paste: onpasted
						}}
					/>
				{/key}
				{#if view.hasLens && lens.current}
					{@const at = lens.current}
					{#if column}
						{#key column.id}
							<ColumnLens
								grid={data}
								{column}
								hasAliases={view.hasAliases}
								onaside={() => {
									look({ aside: [...view.aside, column.id] });
									looked = null;
								}}
							/>
						{/key}
					{:else if row}
						<RowLens grid={data} {row} name={called(row.student_id)} onworking={() => explain(row)} />
					{:else if at.on === 'chosen'}
						<ChosenLens cells={at.cells} />
					{:else if cell}
						<Lens
							term={data.term_id}
							row={cell.row}
							column={cell.column}
							name={called(cell.row.student_id)}
							hasAliases={view.hasAliases}
							onworking={() => explain(cell.row)}
						/>
					{/if}
				{/if}
			</div>
		{/if}
	</main>
	<PasteDialog term={data.term_id} {called} bind:pasted={paste} onpaste={(made) => void enterPasted(made)} />
	<AddDialog term={data.term_id} bind:open={isAdding} {onadded} />
	<WorkingDialog term={data.term_id} bind:student={explained} />
{/if}
