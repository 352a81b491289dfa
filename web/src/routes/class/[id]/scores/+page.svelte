<script lang="ts">
	/** Scores: the grid. */
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { api, ask, words, type Shapes } from '$lib/api/client';
	import { pulse } from '$lib/frame/pulse.svelte';
	import Grid from '$lib/grid/Grid.svelte';
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
	let hasIce = $state(true);
	let explained = $state<{ id: number; name: string } | null>(null);
	let told = $state('');
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

	function tell(row: Shapes['RowOut'], column: Shapes['ColumnOut']): void {
		pulse.cell = { student: row.student_id, assignment: column.id };
		told = `${row.given_name} ${row.family_name}, ${column.name}, ${column.points} points`;
	}
</script>

{#if grid.isPending}
	<p class="p-6 text-slate" role="status">Fetching the scores…</p>
{:else if grid.isError}
	<main class="p-6"><p class="problem" role="alert">{words(grid.error)}</p></main>
{:else}
	<main>
		<div class="tool">
			<label><input type="checkbox" bind:checked={hasIce} /> ice levels</label>
			<span class="told">{told}</span>
			<span class="keys">
				<kbd>Enter</kbd> down <kbd>Tab</kbd> right <kbd>Ctrl Z</kbd> undo <kbd>Space</kbd> then <kbd>w</kbd> working
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
			<Grid
				classId={id}
				grid={grid.data}
				{hasIce}
				onselect={tell}
				onworking={(row) =>
					(explained = { id: row.student_id, name: `${row.given_name} ${row.family_name}` })}
			/>
		{/if}
	</main>
	<WorkingDialog classId={id} term={grid.data.term_id} bind:student={explained} />
{/if}

<style>
	main {
		display: flex;
		flex-direction: column;
		height: calc(100vh - 147px);
		min-height: 320px;
	}
	.tool {
		display: flex;
		align-items: center;
		gap: 18px;
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
	.told {
		overflow: hidden;
		text-overflow: ellipsis;
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
