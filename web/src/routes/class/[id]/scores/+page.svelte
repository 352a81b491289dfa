<script lang="ts">
	/** Scores: the grid. */
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { api, ask, words, type Shapes } from '$lib/api/client';
	import { pulse } from '$lib/frame/pulse.svelte';
	import { notice } from '$lib/frame/notice.svelte';
	import ColumnLens from '$lib/grid/ColumnLens.svelte';
	import Grid from '$lib/grid/Grid.svelte';
	import Lens from '$lib/grid/Lens.svelte';
	import PasteDialog from '$lib/grid/PasteDialog.svelte';
	import type { Pasted } from '$lib/grid/pasting';
	import type { Problem } from '$lib/saving/queue';
	import Problems from '$lib/saving/Problems.svelte';
	import { saving } from '$lib/saving/saving.svelte';
	import WorkingDialog from '$lib/working/WorkingDialog.svelte';

	const queries = useQueryClient();
	const id = $derived(Number(page.params['id']));
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const key = $derived(['class', id, 'scores', term]);
	const grid = createQuery(() => ({
		queryKey: key,
		queryFn: () =>
			ask(api.GET('/api/classes/{class_id}/scores', { params: { path: { class_id: id }, query: { term } } }))
	}));
	/** What was chosen for looking at this class is remembered on this machine. */
	interface View {
		hasIce: boolean;
		byCategory: boolean;
		onlyBlanks: boolean;
		order: 'family' | 'given' | 'grade';
		hasAliases: boolean;
		hasLens: boolean;
	}
	const usual: View = {
		hasIce: true, byCategory: false, onlyBlanks: false, order: 'family', hasAliases: false, hasLens: true
	}; // prettier-ignore
	const memory = $derived(`view of class ${id}`);
	let view = $derived<View>({
		...usual,
		...(JSON.parse(localStorage.getItem(memory) ?? '{}') as Partial<View>)
	});

	function look(change: Partial<View>): void {
		view = { ...view, ...change };
		localStorage.setItem(memory, JSON.stringify(view));
	}

	let explained = $state<{ id: number; name: string } | null>(null);
	let here = $state<{ student: number; assignment: number } | null>(null);
	let head = $state<number | null>(null);
	let paste = $state<Pasted | null>(null);

	/** The grid in the order that was chosen. */
	const arranged = $derived.by(() => {
		const data = grid.data;
		if (!data) return data;
		const rows = [...data.rows];
		if (view.order === 'given')
			rows.sort((one, other) => one.given_name.localeCompare(other.given_name) || 0);
		if (view.order === 'grade')
			rows.sort((one, other) => Number(other.grade.percent ?? -1) - Number(one.grade.percent ?? -1));
		const hasBlank = (row: Shapes['RowOut']): boolean =>
			Object.values(row.cells).some((cell) => cell.state === 'past_due' || cell.state === 'missing');
		// Work in no category comes last.
		const columns = view.byCategory
			? [...data.columns].sort((one, other) =>
					(one.category ?? '\uffff').localeCompare(other.category ?? '\uffff')
				)
			: data.columns;
		return { ...data, columns, rows: view.onlyBlanks ? rows.filter(hasBlank) : rows };
	});
	const column = $derived(arranged?.columns.find((each) => each.id === head));
	const problems = $derived(saving.problems.filter((each) => each.classId === id));

	// What was saved comes back with the new totals: it goes straight into the grid that is shown.
	$effect(() =>
		saving.onAnswer((classId, answered, answer) => {
			if (classId !== id) return;
			queries.setQueryData<Shapes['GridOut']>(key, (now) => {
				if (!now || now.term_id !== answered) return now;
				const changed = new Map(answer.rows.map((row) => [row.student_id, row]));
				return {
					...now,
					columns: answer.columns,
					footer: answer.footer,
					spread: answer.spread,
					rows: now.rows.map((row) => changed.get(row.student_id) ?? row)
				};
			});
		})
	);

	function named(problem: Problem): string {
		const row = grid.data?.rows.find((each) => each.student_id === problem.student);
		const column = grid.data?.columns.find((each) => each.id === problem.assignment);
		return `${row ? `${row.given_name} ${row.family_name}` : 'A student'}, ${column?.short_name ?? 'an assignment'}`;
	}

	const name = (row: Shapes['RowOut']): string => `${row.given_name} ${row.family_name}`;

	async function flag(row: Shapes['RowOut'], work: Shapes['ColumnOut'], flag: string): Promise<void> {
		const path = { class_id: id, student: row.student_id, assignment: work.id };
		try {
			await saving.during(
				ask(
					api.PATCH('/api/classes/{class_id}/scores/{student}/{assignment}', {
						params: { path },
						body: { flag }
					})
				)
			);
			await queries.invalidateQueries({ queryKey: ['class', id] });
		} catch (error) {
			notice.problem(words(error));
		}
	}

	const acts = $derived([
		{ key: 'w', words: 'how the grade comes about', act: (row: Shapes['RowOut']) => void (explained = { id: row.student_id, name: name(row) }) },
		{ key: 'l', words: view.hasLens ? 'hide the lens' : 'show the lens', act: () => look({ hasLens: !view.hasLens }) },
		{ key: 'c', words: 'comment for the family', act: () => void comment() },
		...['late', 'incomplete', 'absent'].map((each) => ({
			key: each === 'absent' ? 'b' : each[0]!, words: each === 'late' ? 'late' : each,
			act: (row: Shapes['RowOut'], work: Shapes['ColumnOut']) => void flag(row, work, each)
		})).map((each) => (each.key === 'l' ? { ...each, key: 't' } : each)),
		{ key: 'n', words: 'no flag', act: (row: Shapes['RowOut'], work: Shapes['ColumnOut']) => void flag(row, work, '') },
		{ key: 'k', words: 'the whole column', act: (_: Shapes['RowOut'], work: Shapes['ColumnOut']) => void ([head] = [work.id]) },
		{ key: 'a', words: view.hasAliases ? 'names' : 'aliases', act: () => look({ hasAliases: !view.hasAliases }) }
	]); // prettier-ignore

	async function comment(): Promise<void> {
		look({ hasLens: true });
		head = null;
		for (let tries = 0; tries < 40; tries++) {
			const field = document.getElementById('lens-comment');
			if (field) return field.focus();
			await new Promise((wake) => setTimeout(wake, 50));
		}
	}

	function onpasted(made: Pasted): void {
		const overwrites = made.entries.some((each) => each.before);
		if (made.words.length || overwrites) paste = made;
		else void enterPasted(made);
	}

	async function enterPasted(made: Pasted): Promise<void> {
		paste = null;
		const typed = made.entries.map(({ student, assignment, text, version }) => ({
			classId: id, student, assignment, text, version
		})); // prettier-ignore
		await saving.enterAll(grid.data!.term_id, typed);
		notice.say(
			`${typed.length} ${typed.length === 1 ? 'score is' : 'scores are'} pasted. Ctrl Z takes it back.`
		);
	}

	function tell(row: Shapes['RowOut'], column: Shapes['ColumnOut']): void {
		pulse.cell = { student: row.student_id, assignment: column.id };
		here = { student: row.student_id, assignment: column.id };
		head = null;
	}
</script>

{#if grid.isPending}
	<p class="p-6 text-slate" role="status">Fetching the scores…</p>
{:else if grid.isError}
	<main class="p-6"><p class="problem" role="alert">{words(grid.error)}</p></main>
{:else}
	<main>
		<div class="tool">
			<span class="views" role="group" aria-label="Columns">
				<button aria-pressed={!view.byCategory} onclick={() => look({ byCategory: false })}>by date</button>
				<button aria-pressed={view.byCategory} onclick={() => look({ byCategory: true })}>by category</button>
			</span>
			<label
				>students <select
					value={view.order}
					onchange={(event) => look({ order: event.currentTarget.value as View['order'] })}
				>
					<option value="family">by family name</option>
					<option value="given">by given name</option>
					<option value="grade">by grade</option>
				</select></label
			>
			<label
				><input
					type="checkbox"
					checked={view.hasIce}
					onchange={(event) => look({ hasIce: event.currentTarget.checked })}
				/> ice levels</label
			>
			<label
				><input
					type="checkbox"
					checked={view.onlyBlanks}
					onchange={(event) => look({ onlyBlanks: event.currentTarget.checked })}
				/> only with blanks</label
			>
			<label
				><input
					type="checkbox"
					checked={view.hasAliases}
					onchange={(event) => look({ hasAliases: event.currentTarget.checked })}
				/> aliases</label
			>
			<label
				><input
					type="checkbox"
					checked={view.hasLens}
					onchange={(event) => look({ hasLens: event.currentTarget.checked })}
				/> lens</label
			>
			<span class="keys">
				<kbd>Space</kbd> what else <kbd>Ctrl Z</kbd> undo
			</span>
		</div>
		<Problems {problems} name={named} />
		{#if !grid.data.columns.length}
			<p class="empty">
				No assignments in {grid.data.term.toLowerCase()} yet.
				<a class="link" href="/class/{id}/plan{page.url.search}">Add them in the plan</a>; they appear here as
				columns.
			</p>
		{:else if !grid.data.rows.length}
			<p class="empty">
				Nobody is enrolled yet. Students come from the records office and appear here as rows.
			</p>
		{:else}
			<div class="side-by-side">
				<Grid
					classId={id}
					grid={arranged ?? grid.data}
					hasIce={view.hasIce}
					hasAliases={view.hasAliases}
					{acts}
					{onpasted}
					onselect={tell}
					onhead={(each) => {
						head = each.id;
						look({ hasLens: true });
					}}
					onworking={(row) => (explained = { id: row.student_id, name: name(row) })}
				/>
				{#if view.hasLens}
					{#if column}
						<ColumnLens
							classId={id}
							grid={grid.data}
							{column}
							refresh={() => queries.invalidateQueries({ queryKey: ['class', id] })}
						/>
					{:else if here}
						<Lens
							classId={id}
							term={grid.data.term_id}
							{...here}
							onworking={() => {
								const row = grid.data?.rows.find((each) => each.student_id === here?.student);
								if (row) explained = { id: row.student_id, name: name(row) };
							}}
						/>
					{/if}
				{/if}
			</div>
		{/if}
	</main>
	<PasteDialog bind:pasted={paste} onpaste={(made) => void enterPasted(made)} />
	<WorkingDialog classId={id} term={grid.data.term_id} bind:student={explained} />
{/if}

<style>
	.side-by-side {
		display: flex;
		flex: 1;
		min-height: 0;
	}
	.views {
		display: flex;
		gap: 12px;
	}
	.views button {
		color: var(--slate);
		border-bottom: 2px solid transparent;
	}
	.views button[aria-pressed='true'] {
		color: var(--ink);
		border-bottom-color: var(--juniper);
		font-weight: 600;
	}
	select {
		height: 26px;
		border: 1px solid var(--rule);
		border-radius: 3px;
		background: transparent;
		color: var(--ink);
	}
	main {
		display: flex;
		flex-direction: column;
		height: calc(100vh - 147px);
		min-height: 320px;
	}
	.tool {
		display: flex;
		align-items: center;
		flex-wrap: wrap;
		gap: 4px 18px;
		flex: none;
		min-height: 36px;
		padding: 0 16px 0 24px;
		border-bottom: 1px solid var(--rule);
		white-space: nowrap;
	}
	.tool label {
		display: flex;
		align-items: center;
		gap: 6px;
		color: var(--slate);
	}
	input {
		accent-color: var(--juniper);
	}
	.keys {
		margin-left: auto;
		color: var(--slate);
		font-size: 12px;
	}
	.empty {
		padding: 24px;
		font-size: 15px;
		line-height: 23px;
		color: var(--slate);
	}
	@media (max-width: 800px) {
		.keys {
			display: none;
		}
	}
</style>
