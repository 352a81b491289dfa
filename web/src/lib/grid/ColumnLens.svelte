<script lang="ts">
	/** The lens on a column: its figures, and what can be done with the whole of it. */
	import { words, type Shapes } from '$lib/api/client';
	import { longDay } from '$lib/api/days';
	import { notice } from '$lib/frame/notice.svelte';
	import { saving } from '$lib/saving/saving.svelte';
	import { Editing } from '../../routes/class/[id]/plan/editing';

	let {
		classId,
		grid,
		column,
		refresh
	}: {
		classId: number;
		grid: Shapes['GridOut'];
		column: Shapes['ColumnOut'];
		refresh: () => Promise<void>;
	} = $props();
	let rest = $state('');
	const editing = $derived(new Editing(classId, (work) => saving.during(work), refresh));
	const blanks = $derived(
		grid.rows.filter((row) => {
			const cell = row.cells[column.id];
			return cell && !cell.text && cell.state !== 'not_assigned';
		})
	);

	/** Give the rest the same: a number, a mark or a code, for everybody who has nothing. */
	async function give(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const text = rest.trim();
		if (!text) return;
		const given = blanks.map((row) => ({
			classId,
			student: row.student_id,
			assignment: column.id,
			text,
			version: row.cells[column.id]!.version
		}));
		await saving.enterAll(grid.term_id, given);
		notice.say(`${given.length} get ${text}. Ctrl Z takes it back.`);
		rest = '';
	}

	async function tried(work: Promise<unknown>): Promise<void> {
		try {
			await work;
		} catch (error) {
			notice.problem(words(error));
		}
	}

	const change = (body: Shapes['TogetherIn'] | Omit<Shapes['TogetherIn'], 'ids' | 'days'>) =>
		tried(editing.changeTogether({ ...body, ids: [column.id], days: 0 }));
</script>

<aside aria-label="Lens on {column.name}">
	<h2>{column.name}</h2>
	<p class="slate">
		{column.category ?? 'in no category'}, {column.points} points{column.due_on
			? `, due ${longDay(column.due_on)}`
			: ''}
	</p>
	<p>
		{column.marked} of {column.due} have a score{column.mean ? `; mean ${column.mean}` : ''}; {column.words}
	</p>
	<form onsubmit={give}>
		<label>
			<span class="label">Give the {blanks.length} without a score</span>
			<input class="field" bind:value={rest} placeholder="0, a number, a code" disabled={!blanks.length} />
		</label>
		<button class="btn quiet" disabled={!rest.trim() || !blanks.length}>Give</button>
	</form>
	<ul>
		<li>
			<button class="link" onclick={() => change({ closed: !column.closed })}
				>{column.closed ? 'Open it again' : 'Close it: what is still blank is then missing'}</button
			>
		</li>
		<li>
			<button
				class="link"
				onclick={() => change({ shown: !column.shown, shown_when_in: false, shown_from: null })}
				>{column.shown ? 'Hide it from families' : 'Show it to families'}</button
			>
		</li>
		<li><button class="link" onclick={() => tried(editing.duplicate(column.id))}>Duplicate it</button></li>
		<li>
			<button class="link" onclick={() => tried(editing.remove('assignment', column.id))}
				>Delete it with its scores; Ctrl Z brings both back</button
			>
		</li>
		<li><a class="link" href="/class/{classId}/plan?term={grid.term_id}">Change it in the plan</a></li>
	</ul>
</aside>

<style>
	aside {
		flex: none;
		width: 288px;
		padding: 12px 16px 24px;
		overflow-y: auto;
		border-left: 1px solid var(--rule);
	}
	h2 {
		font-size: 18px;
		line-height: 24px;
	}
	.slate {
		color: var(--slate);
	}
	form {
		display: flex;
		align-items: end;
		gap: 8px;
		margin: 14px 0;
	}
	form label {
		flex: 1;
	}
	li {
		padding: 5px 0;
		border-bottom: 1px solid var(--hair);
	}
	@media (max-width: 1000px) {
		aside {
			display: none;
		}
	}
</style>
