<script lang="ts">
	/** Report: term marks, overrides, comments and posting. */
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { tick } from 'svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { letters } from '$lib/app/letters.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import DraftBand from '$lib/class/planning/DraftBand.svelte';
	import Desk from './Desk.svelte';
	import PostBar from './PostBar.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import { provideReporting, Reporting } from './reporting';
	import type { ReportDialog } from './ReportDialogs.svelte';
	import ReportTable from './ReportTable.svelte';
	import { nameOf } from '$lib/class/names';
	import Later from '$lib/ui/Later.svelte';
	import { wide } from '$lib/ui/wide';
	import { goTo } from '$lib/ui/focus';
	import type { MenuAct } from '$lib/ui/menu/Menu.svelte';

	const here = thisClass();
	const id = $derived(here.id);
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const report = createQuery(() => fetched.report(id, term));
	let chosen = $state<number | null>(Number(page.url.searchParams.get('student')) || null);
	let also = $state<number[]>([]);
	let explained = $state<{ id: number; name: string } | null>(null);
	let dialog = $state<ReportDialog | null>(null);
	let table = $state<ReturnType<typeof ReportTable>>();
	let desk = $state<ReturnType<typeof Desk>>();
	const rows = $derived(report.data?.rows ?? []);
	const index = $derived(
		Math.max(
			0,
			rows.findIndex((each) => each.student_id === chosen)
		)
	);
	const row = $derived(rows[index]);
	const many = $derived(row && also.includes(row.student_id) ? also : row ? [row.student_id] : []);
	/** How many pixels the longest mark takes. */
	const mark = $derived(wide(rows.map((each) => each.grade.computed_mark ?? '')));
	/** Room for long marks, for effort, and for the grades that a term made of terms comes from, in px. */
	const extra = $derived(
		mark -
			wide([]) +
			(report.data?.collects.includes('effort') ? 80 : 0) +
			Math.max(0, 70 * (report.data?.parts.length ?? 0) - 36) +
			88 * (report.data?.level_columns.length ?? 0) -
			// No percent, no mark and no override.
			(report.data?.levels_alone ? 52 + 19 + mark + 120 : 0)
	);
	const reporting = new Reporting(here, () => report.data?.term_id ?? 0);
	provideReporting(reporting);

	function choose(student: number, how: 'only' | 'also' | 'until' = 'only'): void {
		const places = rows.map((each) => each.student_id);
		if (how === 'until' && row) {
			const ends = [index, places.indexOf(student)].sort((one, other) => one - other);
			const anchor = also.length > 1 ? also : [row.student_id];
			also = [...new Set([...anchor, ...places.slice(ends[0], ends[1]! + 1)])];
		} else if (how === 'also' && row) {
			const others = many.filter((each) => each !== student);
			also = others.length && others.length < many.length ? others : [...others, student];
		} else also = [];
		chosen = how === 'also' && !also.includes(student) ? (also[0] ?? student) : student;
	}

	function step(by: number, how: 'only' | 'until' = 'only'): void {
		const next = rows[(index + by + rows.length) % rows.length];
		if (next) choose(next.student_id, how);
	}

	/** The hand goes to the comment, once the desk of whoever is chosen is there. */
	async function write(): Promise<void> {
		// The desk that is there may still be that of the student before.
		await tick();
		await goTo(() => document.querySelector<HTMLElement>('#comment'));
	}

	const tell = (work: Promise<string>) => notice.tried(work, (said) => said);

	async function showFamilies(isShown: boolean): Promise<string> {
		const students = many.length > 1 ? many : rows.map((each) => each.student_id);
		await reporting.showFamilies(students, isShown);
		return isShown
			? 'Families see what is posted.'
			: 'Kept from the families until you show it. Ctrl Z takes it back.';
	}

	const acts = $derived.by((): MenuAct[] => {
		const whom = many.length > 1 ? `these ${many.length}` : 'all';
		return [
			{ key: 'b', words: 'Begin comments alike …', act: () => (dialog = 'alike') },
			{ key: 'd', words: 'Fill down what the first of the chosen has', act: () => tell(table!.fillDown()) },
			{
				key: 'f',
				words: 'Overrides from a table …',
				act: () => goto(`/class/${here.id}/files?what=overrides-in&term=${report.data?.term_id}`)
			},
			{ key: 'a', words: 'Adjust the whole class …', act: () => (dialog = 'steps') },
			{ key: 'p', words: 'Report cards and sheets …', act: () => (dialog = 'print') },
			{
				key: 'k',
				words: `Keep the posted grades of ${whom} from families`,
				act: () => tell(showFamilies(false))
			},
			{
				key: 's',
				words: `Show the posted grades of ${whom} to families`,
				act: () => tell(showFamilies(true))
			}
		];
	});

	function onkeydown(event: KeyboardEvent): void {
		const target = event.target as HTMLElement;
		if (target.closest('input, textarea, [role=combobox], [role$=dialog], [role=menu]')) return;
		if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'd') {
			event.preventDefault();
			void tell(table!.fillDown());
			return;
		}
		if (event.ctrlKey || event.metaKey || !row) return;
		const letter = letters.of(event);
		const isRow = target === document.body || target.matches('.name-of, .put');
		if (letter === 'w') explained = { id: row.student_id, name: nameOf(row) };
		else if (letter === 'v')
			void goto(`/class/${id}/student/${row.student_id}?term=${report.data?.term_id}&eyes=family`);
		else if (letter === 'c') void write();
		else if (event.altKey) return;
		else if (event.key === 'ArrowDown') step(1, event.shiftKey ? 'until' : 'only');
		else if (event.key === 'ArrowUp') step(-1, event.shiftKey ? 'until' : 'only');
		else if ((event.key === 'Enter' || event.key === 'F2') && isRow) void table?.type(row.student_id);
		else if (event.key === 'Escape') also = [];
		else return;
		event.preventDefault();
	}
</script>

<svelte:window {onkeydown} />

{#if report.isPending}
	<p class="p-6 text-slate" role="status">Fetching the report…</p>
{:else if !report.data}
	<main
		data-fills
		class="grid min-h-120 flex-1 grid-cols-[var(--list)_minmax(0,1fr)] grid-rows-[minmax(0,1fr)] p-6 max-lg:grid-cols-1 max-lg:grid-rows-none"
	>
		<Failed error={report.error} retry={report.refetch} />
	</main>
{:else if !row}
	<main
		data-fills
		class="grid min-h-120 flex-1 grid-cols-[var(--list)_minmax(0,1fr)] grid-rows-[minmax(0,1fr)] p-6 text-slate max-lg:grid-cols-1 max-lg:grid-rows-none"
	>
		Nobody is enrolled yet. A records officer takes students into a class, in School; they appear here as
		rows.
	</main>
{:else}
	{@const data = report.data}
	<main
		data-fills
		class="grid min-h-120 flex-1 grid-cols-[var(--list)_minmax(0,1fr)] grid-rows-[minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-none"
		style="--list: {624 + extra}px"
	>
		<div class="flex min-h-0 min-w-0 flex-col max-lg:max-h-[70vh]">
			{#if data.has_draft && dialog !== 'steps'}<DraftBand term={data.term_id} />{/if}
			<ReportTable
				bind:this={table}
				report={data}
				chosen={row.student_id}
				{many}
				{extra}
				{mark}
				onchoose={choose}
			/>
			<PostBar report={data} {acts} onpost={() => (dialog = 'post')} />
		</div>
		{#key `${row.student_id} ${data.term_id}`}
			<Desk
				bind:this={desk}
				report={data}
				{row}
				place={`Student ${index + 1} of ${rows.length}`}
				next={rows[(index + 1) % rows.length]!.given_name}
				on={{
					step,
					next: () => {
						step(1);
						void write();
					},
					working: () => (explained = { id: row.student_id, name: nameOf(row) }),
					override: () => table?.type(row.student_id, 'override'),
					history: () => (dialog = 'history')
				}}
			/>
		{/key}
	</main>
	<Later part={() => import('./ReportDialogs.svelte')} when={dialog !== null || explained !== null}>
		{#snippet children(ReportDialogs)}
			<ReportDialogs
				report={data}
				{row}
				{many}
				bind:dialog
				bind:explained
				onjump={(student) => {
					choose(student);
					void write();
				}}
				ontake={(text) => desk?.take(text)}
			/>
		{/snippet}
	</Later>
{/if}
