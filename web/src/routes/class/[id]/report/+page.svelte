<script lang="ts">
	/** Report: term marks, overrides, comments and posting. */
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { api, ask, words } from '$lib/api/client';
	import WorkingDialog from '$lib/working/WorkingDialog.svelte';
	import Desk from './Desk.svelte';
	import PostBar from './PostBar.svelte';
	import ReportTable from './ReportTable.svelte';

	const queries = useQueryClient();
	const id = $derived(Number(page.params['id']));
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const report = createQuery(() => ({
		queryKey: ['class', id, 'report', term],
		queryFn: () =>
			ask(api.GET('/api/classes/{class_id}/report', { params: { path: { class_id: id }, query: { term } } }))
	}));
	let chosen = $state<number | null>(null);
	let explained = $state<{ id: number; name: string } | null>(null);
	const rows = $derived(report.data?.rows ?? []);
	const index = $derived(
		Math.max(
			0,
			rows.findIndex((each) => each.student_id === chosen)
		)
	);
	const row = $derived(rows[index]);

	async function refresh(): Promise<void> {
		await queries.invalidateQueries({ queryKey: ['class', id] });
	}

	function step(by: number): void {
		chosen = rows[(index + by + rows.length) % rows.length]?.student_id ?? null;
	}

	function onkeydown(event: KeyboardEvent): void {
		const target = event.target as HTMLElement;
		if (
			event.ctrlKey ||
			event.metaKey ||
			event.altKey ||
			target.closest('input, textarea, select, [role=dialog]')
		)
			return;
		if (event.key === 'w' && row)
			explained = { id: row.student_id, name: `${row.given_name} ${row.family_name}` };
		if (event.key === 'ArrowDown') step(1);
		if (event.key === 'ArrowUp') step(-1);
		if (event.key.startsWith('Arrow')) event.preventDefault();
	}
</script>

<svelte:window {onkeydown} />

{#if report.isPending}
	<p class="p-6 text-slate" role="status">Fetching the report…</p>
{:else if report.isError}
	<main class="p-6"><p class="problem" role="alert">{words(report.error)}</p></main>
{:else if !row}
	<main class="p-6 text-slate">
		Nobody is enrolled yet. Students come from the records office and appear here as rows.
	</main>
{:else}
	<main>
		<div class="list">
			<ReportTable report={report.data} chosen={row.student_id} onchoose={(student) => (chosen = student)} />
			<PostBar classId={id} report={report.data} onposted={refresh} />
		</div>
		{#key `${row.student_id} ${report.data.term_id}`}
			<Desk
				classId={id}
				report={report.data}
				{row}
				place={`Student ${index + 1} of ${rows.length}`}
				onstep={step}
				onchange={refresh}
				onworking={() => (explained = { id: row.student_id, name: `${row.given_name} ${row.family_name}` })}
			/>
		{/key}
	</main>
	<WorkingDialog classId={id} term={report.data.term_id} bind:student={explained} />
{/if}

<style>
	main {
		display: grid;
		grid-template-columns: 624px minmax(0, 1fr);
		height: calc(100vh - 147px);
		min-height: 480px;
	}
	.list {
		display: flex;
		flex-direction: column;
		min-height: 0;
	}
	@media (max-width: 1100px) {
		main {
			grid-template-columns: minmax(0, 1fr);
			height: auto;
		}
		.list {
			max-height: 70vh;
		}
	}
</style>
