<script lang="ts">
	/** The students of a report as rows. */
	import type { Shapes } from '$lib/api/client';

	let {
		report,
		chosen,
		onchoose
	}: { report: Shapes['ReportOut']; chosen: number; onchoose: (student: number) => void } = $props();
	const states: Record<Shapes['ReportRow']['state'], string> = {
		no_grade: 'no grade',
		no_comment: 'no comment',
		being_written: 'being written',
		ready: 'ready',
		posted: 'posted',
		changed: 'changed since'
	};
	let body: HTMLElement;

	// However the choice was made, it is in sight.
	$effect(() => {
		body.querySelector(`#row-${chosen}`)?.scrollIntoView({ block: 'nearest', inline: 'start' });
	});
</script>

<div class="scroll">
	<table>
		<thead>
			<tr>
				<th scope="col">Student</th>
				<th scope="col"
					><span class="sr-only">Mark before</span>{report.before_term?.replace('Quarter ', 'Q') ?? ''}</th
				>
				<th scope="col" class="r">Percent</th>
				<th scope="col" class="mark">Mark</th>
				<th scope="col">Override</th>
				<th scope="col">Comment</th>
				<th scope="col">State</th>
			</tr>
		</thead>
		<tbody bind:this={body}>
			{#each report.rows as row (row.student_id)}
				<tr
					id="row-{row.student_id}"
					class:on={row.student_id === chosen}
					onclick={() => onchoose(row.student_id)}
				>
					<th scope="row">
						<button class="name-of" aria-current={row.student_id === chosen ? 'true' : undefined}>
							<b>{row.family_name}</b><span>, {row.given_name}</span>{#if row.number}<small
									>{row.number}</small
								>{/if}
						</button>
					</th>
					<td class="slate">{row.before ?? '—'}</td>
					<td class="r">{row.grade.computed_percent ?? '—'}</td>
					<td class="mark"><b class:was={row.override}>{row.grade.computed_mark ?? ''}</b></td>
					<td class="override" title={row.override?.reason}>
						{#if row.override}
							<b>{row.override.mark ?? `${row.override.percent} %`}</b>
							<span class="slate">{row.override.reason}</span>
						{/if}
					</td>
					<td>
						{#if row.comment}
							<span class="length">
								<i
									><i style="width: {Math.min(100, (100 * row.comment.length) / report.comment_limit)}%"
									></i></i
								>{row.comment.length}
							</span>
						{:else}<span class="slate">nothing yet</span>{/if}
					</td>
					<td class="state {row.state}">
						{#if row.state === 'changed'}<i class="diamond"></i>{/if}
						{states[row.state]}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>

<style>
	.scroll {
		flex: 1;
		min-height: 0;
		overflow: auto;
		scroll-padding-left: 24px;
		padding-left: 24px;
	}
	table {
		width: 600px;
		table-layout: fixed;
		border-collapse: separate;
		border-spacing: 0;
	}
	thead {
		position: sticky;
		top: 0;
		z-index: 2;
	}
	thead th {
		padding: 10px 0 5px;
		border-bottom: 1px solid var(--rule);
		background: var(--birch);
		color: var(--slate);
		font-size: 12px;
		line-height: 16px;
		font-weight: 400;
		text-align: left;
	}
	thead th:nth-child(1) {
		width: 170px;
	}
	thead th:nth-child(2) {
		width: 36px;
	}
	thead th:nth-child(3) {
		width: 52px;
	}
	thead th:nth-child(4) {
		width: 42px;
	}
	thead th:nth-child(6) {
		width: 84px;
	}
	thead th:nth-child(7) {
		width: 96px;
	}
	tbody th,
	td {
		height: 30px;
		border-bottom: 1px solid var(--hair);
		font-weight: 400;
		text-align: left;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	thead .r,
	td.r {
		text-align: right;
	}
	.mark,
	thead .mark {
		padding-left: 10px;
	}
	td b {
		font-weight: 600;
	}
	tbody tr {
		cursor: pointer;
	}
	tr.on th,
	tr.on td {
		background: var(--ice);
	}
	tr.on th {
		box-shadow: inset 3px 0 0 var(--juniper);
		padding-left: 9px;
	}
	.name-of {
		display: inline-flex;
		max-width: 100%;
		align-items: baseline;
		padding-right: 10px;
	}
	.name-of b {
		font-weight: 500;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.name-of span,
	.name-of small {
		flex: none;
	}
	small {
		margin-left: 6px;
		font-size: 12px;
		color: var(--slate);
	}
	.slate,
	.no_comment,
	.no_grade,
	.being_written {
		color: var(--slate);
	}
	.was {
		text-decoration: line-through;
		color: var(--slate);
	}
	.override {
		padding: 0 8px 0 6px;
	}
	.ready,
	.posted {
		color: var(--lichen-ink);
	}
	.changed {
		color: var(--amber-ink);
		font-weight: 600;
	}
	.length {
		display: grid;
		grid-template-columns: 40px 1fr;
		align-items: center;
		width: 72px;
		text-align: right;
	}
	.length > i {
		height: 8px;
		border: 1px solid var(--hair);
		background: var(--snow);
	}
	.length i i {
		display: block;
		height: 6px;
		background: var(--deep);
	}
	.diamond {
		width: 7px;
		height: 7px;
		margin-right: 4px;
	}
</style>
