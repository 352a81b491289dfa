<script lang="ts">
	/** The lens on a row: how the student stands, and the ways on. */
	import { thisClass } from '$lib/class/thisClass';
	import type { Shapes } from '$lib/api/client';
	import LensFrame from './LensFrame.svelte';

	let {
		grid,
		row,
		name,
		onworking
	}: {
		grid: Shapes['GridOut'];
		row: Shapes['RowOut'];
		/** What the student is called here. */
		name: string;
		onworking: () => void;
	} = $props();
	const here = thisClass();
	const address = $derived(`/class/${here.id}/student/${row.student_id}?term=${grid.term_id}`);
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
	<p class="grade my-2 flex items-baseline gap-2.5">
		<b class="font-name text-title leading-7 font-semibold">{row.grade.mark ?? '—'}</b>
		{row.grade.percent ? `${row.grade.percent} %` : 'no grade yet'}
		<button class="link" onclick={onworking}>Working</button>
	</p>
	{#if row.grade.computed_mark !== row.grade.mark || row.grade.computed_percent !== row.grade.percent}
		<p class="text-slate">
			Computed {row.grade.computed_mark ?? '—'}
			{row.grade.computed_percent ?? ''}; another grade was put in its place.
		</p>
	{/if}
	<h3>Scores, in percent</h3>
	<div
		class="my-1.5 flex h-11 items-end gap-0.5 border-b border-rule"
		role="img"
		aria-label={trend.map((each) => `${each.name} ${each.text}`).join(', ') || 'no scores yet'}
	>
		{#each trend as each (each.id)}<i
				class={[
					'max-w-3.5 flex-1',
					each.level === null ? 'bg-rowan' : 'bg-deep-2',
					each.level === null && 'h-0.75'
				]}
				style:height={each.level === null ? null : `${each.level}%`}
				title="{each.name}: {each.text}"
			></i>{/each}
	</div>
	<h3>Blank or missing</h3>
	<ul>
		{#each open as column (column.id)}
			<li class="flex justify-between py-0.75">
				{column.name}
				<span class={[row.cells[column.id]?.state === 'missing' && 'text-rowan']}
					>{row.cells[column.id]?.state === 'missing' ? 'missing' : 'past due'}</span
				>
			</li>
		{:else}<li class="flex justify-between py-0.75 text-slate">Nothing.</li>{/each}
	</ul>
	<ul class="mt-3 border-t border-hair pt-2">
		<li class="flex justify-between py-0.75">
			<a class="link" href={address}>All about this student</a>
		</li>
		<li class="flex justify-between py-0.75">
			<a class="link" href="{address}&eyes=family">As the family sees it</a>
		</li>
	</ul>
</LensFrame>
