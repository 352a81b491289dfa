<script lang="ts">
	/** The lens on a column: its figures, and what can be done with the whole of it. */
	import Check from '$lib/ui/check/Check.svelte';
	import { among } from '$lib/ui/check/among';
	import { thisClass } from '$lib/class/thisClass';
	import type { Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import { ColumnActs } from '../columnActs';
	import ColumnCriteria from './ColumnCriteria.svelte';
	import LensFrame from './LensFrame.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let {
		grid,
		column,
		hasAliases,
		onaside
	}: {
		grid: Shapes['GridOut'];
		column: Shapes['ColumnOut'];
		hasAliases: boolean;
		/** Take the column out of one's own view. */
		onaside: () => void;
	} = $props();
	const here = thisClass();
	let rest = $state('');
	let chosen = $state<number[]>([]);
	// svelte-ignore state_referenced_locally
	let code = $state(grid.codes[0]?.code ?? '');
	const acts = $derived(
		new ColumnActs(
			here,
			() => grid,
			() => column,
			() => hasAliases
		)
	);
	const assigned = $derived(acts.assigned);
	const blanks = $derived(acts.blanks);
	const usual = $derived(acts.usual);

	/** What it is, and how it stands. */
	const under = $derived(
		[
			column.category ?? 'in no category',
			`${column.points} points`,
			column.due_on && `due ${longDay(column.due_on)}`,
			`${column.shown ? 'shown to' : 'hidden from'} families`,
			column.closed && 'closed',
			column.apart && 'not in the grade'
		]
			.filter(Boolean)
			.join(', ')
	);

	/** How many lie in each tenth of the points. */
	const bars = $derived.by(() => {
		const counts = Array.from({ length: 10 }, () => 0);
		for (const row of assigned) {
			const level = row.cells[column.id]?.level;
			if (level !== null && level !== undefined) counts[Math.min(9, Math.floor(level / 10))]! += 1;
		}
		const told = counts.flatMap((count, place) => (count ? [`${count} from ${place * 10} %`] : []));
		return { counts, most: Math.max(...counts, 1), words: told.join(', ') };
	});

	async function give(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const text = rest.trim();
		if (!text) return;
		// Who leaves everything as it is keeps what was typed.
		await acts.give(
			blanks,
			() => text,
			text,
			() => (rest = '')
		);
	}

	async function excuse(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const rows = assigned.filter((row) => chosen.includes(row.student_id));
		await acts.give(
			rows,
			() => code,
			code,
			() => (chosen = [])
		);
	}

	async function as(id: string): Promise<void> {
		const other = acts.alike.find((each) => each.id === Number(id));
		if (other) await acts.giveAs(other);
	}
</script>

<LensFrame label="Lens on {column.name}" heading={column.name} {under}>
	{#if column.lock}<p class="my-2 rounded bg-amber-2 px-2.5 py-2">{column.lock}</p>{/if}
	{#if column.alike}
		<p class="my-2 rounded bg-amber-2 px-2.5 py-2">
			{column.alike} Is that meant?
			<button class="link" onclick={() => acts.mean()}>It is right</button>
		</p>
	{/if}
	<p>
		{column.marked} of {column.due} have a score{column.figures.mean
			? `; mean ${column.figures.mean}, median ${column.figures.median}, deviation ${column.figures.deviation ?? '—'}`
			: ''}.
	</p>
	{#if column.figures.count}
		<div
			class="mt-2.5 mb-0.5 flex h-11 items-end gap-0.5 border-b border-rule"
			role="img"
			aria-label={bars.words}
		>
			{#each bars.counts as count, place (place)}<i
					class="flex-1 bg-deep-2"
					style="height: {(count * 100) / bars.most}%"
				></i>{/each}
		</div>
		<p class="flex justify-between text-small text-slate" aria-hidden="true">
			<span>0 %</span><span>50</span><span>100</span>
		</p>
	{/if}
	{#if column.criteria.length}<ColumnCriteria criteria={column.criteria} />{/if}
	{#if column.criteria.length || column.standards.length}
		<p>
			<a
				class="link inline-flex min-h-6 items-center"
				href="/class/{here.id}/scores/opened?term={grid.term_id}&work={column.id}"
				>Open it to a column for each {column.standards.length ? 'standard' : 'criterion'}</a
			>
		</p>
	{/if}
	{#if blanks.length || rest}
		<form class="my-3.5 flex items-end gap-2" onsubmit={give}>
			<label class="flex-1">
				<span class="label">Give the {blanks.length} without a score</span>
				<input class="field" bind:value={rest} placeholder="0, a number, a code" />
			</label>
			<button class="btn quiet" disabled={!rest.trim() || !blanks.length || Boolean(column.lock)}>Give</button
			>
		</form>
	{/if}
	{#if usual && blanks.length && !column.lock}
		<p>
			{usual} is the most common.
			<button class="link" onclick={() => acts.give(blanks, () => usual, usual)}>Give it to the rest</button>
		</p>
	{/if}
	{#if acts.alike.length && blanks.length && !column.lock}
		<label class="mt-3 mb-3.5 block">
			<span class="label">The same as they have in</span>
			<Select
				placeholder="other work of {column.points} points"
				onchange={as}
				choices={acts.alike.map((each) => [each.id, each.name] as const)}
			/>
		</label>
	{/if}
	<details class="border-b border-hair pb-1.25">
		<summary class="link cursor-pointer">A code for chosen students</summary>
		<form class="my-3.5 flex items-end gap-2" onsubmit={excuse}>
			<label class="flex-1">
				<span class="label">Code</span>
				<Select
					label="Code"
					bind:value={code}
					choices={[...grid.codes.map((each) => [each.code, `${each.code}, ${each.name}`] as const)]}
				/>
			</label>
			<button class="btn quiet" disabled={!chosen.length || Boolean(column.lock)}
				>Give to {chosen.length}</button
			>
		</form>
		{#each assigned as row (row.student_id)}
			<Check
				class="py-0.5"
				bind:checked={
					() => chosen.includes(row.student_id), (isOn) => (chosen = among(chosen, row.student_id, isOn))
				}
				><span class="flex justify-between gap-2"
					>{hasAliases ? row.alias : `${row.family_name}, ${row.given_name}`}
					<span class="text-slate">{row.cells[column.id]?.text}</span></span
				></Check
			>
		{/each}
	</details>
	<ul>
		{#each acts.states as each (each.words)}
			<li class="border-b border-hair py-1.25">
				<button class="link" onclick={each.act}>{each.words}</button>
			</li>
		{/each}
		<li class="border-b border-hair py-1.25">
			<a class="link" href="/class/{here.id}/plan?term={grid.term_id}&open={column.id}"
				>Adjust it, or change anything about it; what moves grades waits as a draft</a
			>
		</li>
		<li class="border-b border-hair py-1.25">
			<a class="link" href="/class/{here.id}/stack?term={grid.term_id}&work={column.id}">Enter a stack</a>
		</li>
		<li class="border-b border-hair py-1.25">
			<button class="link" onclick={onaside}>Put it aside: not in my view until I bring it back</button>
		</li>
		{#each acts.whole as each (each.words)}
			<li class="border-b border-hair py-1.25">
				<button class="link" onclick={each.act}>{each.words}</button>
			</li>
		{/each}
	</ul>
</LensFrame>
