<script lang="ts">
	/** The lens on a row: how the student stands, and the ways on. */
	import type { Shapes } from '$lib/api/client';
	import LensFrame from './LensFrame.svelte';

	let {
		classId,
		grid,
		row,
		name,
		onworking
	}: {
		classId: number;
		grid: Shapes['GridOut'];
		row: Shapes['RowOut'];
		/** What the student is called here. */
		name: string;
		onworking: () => void;
	} = $props();
	const address = $derived(`/class/${classId}/student/${row.student_id}?term=${grid.term_id}`);
	const open = $derived(
		grid.columns.filter((column) => ['missing', 'past_due'].includes(row.cells[column.id]?.state ?? ''))
	);
	const trend = $derived(
		grid.columns.flatMap((column) => {
			const cell = row.cells[column.id];
			const isMissing = cell?.state === 'missing';
			if (!cell || column.apart || (cell.level === null && !isMissing)) return [];
			const text = cell.level === null ? 'missing' : cell.text;
			return [{ id: column.id, name: column.name, level: cell.level, text }];
		})
	);
</script>

<LensFrame label="Lens on {name}" heading={name} under={grid.term}>
	<p class="grade">
		<b>{row.grade.mark ?? '—'}</b>
		{row.grade.percent ? `${row.grade.percent} %` : 'no grade yet'}
		<button class="link" onclick={onworking}>Working</button>
	</p>
	{#if row.grade.computed_mark !== row.grade.mark || row.grade.computed_percent !== row.grade.percent}
		<p class="slate">
			Computed {row.grade.computed_mark ?? '—'}
			{row.grade.computed_percent ?? ''}; another grade was put in its place.
		</p>
	{/if}
	<h3>Scores, in percent</h3>
	<div
		class="trend"
		role="img"
		aria-label={trend.map((each) => `${each.name} ${each.text}`).join(', ') || 'no scores yet'}
	>
		{#each trend as each (each.id)}<i
				class:missing={each.level === null}
				style:height={each.level === null ? null : `${each.level}%`}
				title="{each.name}: {each.text}"
			></i>{/each}
	</div>
	<h3>Blank or missing</h3>
	<ul>
		{#each open as column (column.id)}
			<li>
				{column.name}
				<span class:rowan={row.cells[column.id]?.state === 'missing'}
					>{row.cells[column.id]?.state === 'missing' ? 'missing' : 'past due'}</span
				>
			</li>
		{:else}<li class="slate">Nothing.</li>{/each}
	</ul>
	<ul class="ways">
		<li><a class="link" href={address}>All about this student</a></li>
		<li><a class="link" href="{address}&eyes=family">As the family sees it</a></li>
	</ul>
</LensFrame>

<style>
	.grade {
		display: flex;
		align-items: baseline;
		gap: 10px;
		margin: 8px 0;
	}
	.grade b {
		font: 600 24px/28px var(--name);
	}
	.slate {
		color: var(--slate);
	}
	.trend {
		display: flex;
		align-items: flex-end;
		gap: 2px;
		height: 44px;
		margin: 6px 0;
		border-bottom: 1px solid var(--rule);
	}
	.trend i {
		flex: 1;
		max-width: 14px;
		background: var(--deep-2);
	}
	.trend .missing {
		height: 3px;
		background: var(--rowan);
	}
	li {
		display: flex;
		justify-content: space-between;
		padding: 3px 0;
	}
	.rowan {
		color: var(--rowan);
	}
	.ways {
		margin-top: 12px;
		padding-top: 8px;
		border-top: 1px solid var(--hair);
	}
</style>
