<script lang="ts">
	/** The grades that something would change, those that cross a mark first. */
	import type { Called, Would } from './words';

	let {
		would,
		now,
		then,
		called
	}: {
		would: Would;
		now: string;
		then: string;
		/** What students are called here; without it by the names that came with the changes. */
		called?: Called;
	} = $props();
</script>

<table>
	<caption class="sr-only">Grades that would change</caption>
	<thead>
		<tr>
			<th scope="col">{would.marks} {would.marks === 1 ? 'mark changes' : 'marks change'}</th>
			<th scope="col" class="r">{now}</th>
			<th scope="col"><span class="sr-only">mark {now}</span></th>
			<th scope="col" class="r">{then}</th>
			<th scope="col"><span class="sr-only">mark {then}</span></th>
			<th scope="col" class="r">points of percent</th>
		</tr>
	</thead>
	<tbody>
		{#each would.changes as change (change.student_id)}
			<tr class:crosses={change.mark_before !== change.mark_after}>
				<th scope="row"
					>{called ? called(change.student_id) : change.student}
					{#if change.number && !called}<small>{change.number}</small>{/if}</th
				>
				<td class="r">{change.percent_before ?? '—'}</td>
				<td class="mark">{change.mark_before ?? ''}</td>
				<td class="r">{change.percent_after ?? '—'}</td>
				<td class="mark"><b>{change.mark_after ?? ''}</b></td>
				<td class="r">{change.difference}</td>
			</tr>
		{/each}
	</tbody>
</table>

<style>
	small {
		color: var(--slate);
	}
	b {
		font-weight: 600;
	}
	table {
		width: 100%;
	}
	thead th {
		padding-bottom: 5px;
		border-bottom: 1px solid var(--rule);
		color: var(--slate);
		font-size: 12px;
		line-height: 16px;
		font-weight: 400;
		text-align: left;
	}
	thead th:first-child {
		color: var(--ink);
		font-weight: 600;
	}
	tbody th,
	td {
		height: 26px;
		border-bottom: 1px solid var(--hair);
		font-weight: 400;
		text-align: left;
		white-space: nowrap;
	}
	thead .r,
	.r {
		text-align: right;
	}
	.mark {
		padding-left: 8px;
	}
	.crosses th,
	.crosses td {
		background: var(--amber-2);
	}
	/* Names stand under each other, within the wash of those that cross a mark. */
	th:first-child {
		padding-left: 6px;
	}
	th:last-child,
	td:last-child {
		padding-right: 6px;
	}
</style>
