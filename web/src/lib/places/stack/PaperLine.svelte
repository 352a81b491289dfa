<script lang="ts">
	/** The line of one paper: the name that stands on it, then the score; on a phone with a number pad of its own. */
	import { tick, untrack } from 'svelte';
	import { Combobox } from 'bits-ui';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Criteria from '$lib/class/criteria/Criteria.svelte';
	import type { Row } from '$lib/class/entering.svelte';
	import type { Group } from '$lib/class/groups/grouping';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import { Paper } from './paper.svelte';
	import Found from './Found.svelte';
	import type { Line } from '$lib/class/line';
	import Pad from './Pad.svelte';
	import PaperTold from './PaperTold.svelte';

	let {
		roster,
		work,
		codes,
		levels,
		hasAliases,
		earlier,
		isAnyBlank,
		groups,
		pointed = $bindable([]),
		onenter,
		onundo
	}: {
		roster: { row: Row; cell: Shapes['CellOut']; text: string; isIn: boolean }[];
		work: Shapes['ColumnOut'];
		codes: Shapes['CodeShownOut'][];
		levels: Shapes['LevelsOut'] | null;
		hasAliases: boolean;
		/** What of earlier work a student has, in words. */
		earlier: (row: Row) => string;
		isAnyBlank: boolean;
		groups: Group[];
		/** Whom what is typed can mean, for the roster. */
		pointed: number[];
		/** A line without a score is a comment alone: each keeps the score they have. */
		onenter: (students: Row[], line: Line) => void;
		onundo: () => void;
	} = $props();

	let nameField = $state<HTMLElement | null>(null);
	let lineField = $state<HTMLInputElement>();
	const paper = new Paper(
		() => ({ roster, work, levels, hasAliases, earlier, groups }),
		async (to) => {
			await tick();
			const criteria = document.getElementById('stack-criteria');
			const field = to === 'name' ? nameField : lineField;
			if (to === 'line' && criteria) criteria.focus();
			else field?.focus();
			if (to === 'line' && !criteria) lineField?.select();
		},
		(students, line) => onenter(students, line)
	);
	$effect(() => {
		pointed = [...paper.taken, ...paper.found].map((each) => each.student_id);
	});

	$effect(() => () => {
		const left = untrack(() => paper.unentered);
		if (left) notice.problem(`${left.text} for ${left.whose} was typed in the stack and not entered.`);
	});

	function onbeforeunload(event: BeforeUnloadEvent): void {
		if (paper.unentered) event.preventDefault();
	}

	function onname(event: KeyboardEvent): void {
		if (event.key === ',' && paper.name.trim()) void paper.take(paper.candidate, true);
		else if (event.key === 'Enter' && !paper.name.trim() && paper.taken.length)
			void paper.take(paper.taken[0], false);
		else if (event.key === 'Enter') void paper.take(paper.candidate, false);
		else if (event.key === 'Escape' && paper.name) paper.name = paper.problem = '';
		else if (event.key === 'Escape') void paper.back();
		else if (event.key === 'z' && (event.ctrlKey || event.metaKey) && !paper.name) onundo();
		else return;
		event.preventDefault();
	}

	function online(event: KeyboardEvent): void {
		if (event.key === 'Enter') void paper.enter();
		else if (event.key === 'Escape') void paper.back();
		else if (event.key === 'z' && (event.ctrlKey || event.metaKey) && !paper.line) onundo();
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

<svelte:window {onbeforeunload} />

<Segmented
	class="mb-4 w-fit gap-4 border-b border-hair max-md:mb-2"
	label="Order of the papers"
	choices={[
		['any', 'papers in any order'],
		['roster', 'the roster in order']
	]}
	value={paper.order}
	onchange={(order) => paper.begin(order)}
/>

<!-- Whose paper it is: the list of those whom the letters can mean stands under the whole line, and none of them stays chosen. -->
<Combobox.Root
	type="single"
	bind:open={() => paper.found.length > 0, () => {}}
	inputValue={paper.name}
	bind:value={
		() => '',
		(student) =>
			void paper.take(
				paper.found.find((each) => String(each.student_id) === student),
				false
			)
	}
>
	<div class="flex flex-wrap items-end gap-4 max-md:gap-2">
		<label class="min-w-50 flex-1 max-md:shrink-0 max-md:basis-full">
			<span class="block pb-1 text-small text-slate">{hasAliases ? 'Alias' : 'Name'} on the paper</span>
			{#if paper.taken.length}
				<span class="flex flex-wrap items-baseline gap-x-3.5 gap-y-1 py-1.5">
					{#each paper.taken as each (each.student_id)}
						<b class="font-name text-title leading-7 font-semibold"
							>{hasAliases ? each.alias : `${each.family_name}, ${each.given_name}`}
							{#if each.number && !hasAliases}<small
									class="ml-1.5 rounded border border-deep-2 px-1.5 py-px font-text text-body leading-4.5 font-normal"
									>{each.number}</small
								>{/if}</b
						>
					{/each}
					<button class="link" onclick={() => paper.back()}>another</button>
				</span>
			{/if}
			<!-- It stays, so that a comma can add somebody, and so that the focus has where to go. -->
			<Combobox.Input
				bind:ref={nameField}
				class={[
					'w-full border-deep bg-snow px-3 font-text leading-10 font-normal outline-none placeholder:text-slate placeholder:opacity-80 focus:border-juniper disabled:border-rule',
					paper.taken.length ? 'h-6 border-b text-body' : 'h-13 border-b-2 text-display',
					paper.taken.length && 'max-md:hidden'
				]}
				autocomplete="off"
				spellcheck="false"
				placeholder={paper.taken.length ? 'and also …' : ''}
				oninput={({ currentTarget }) => {
					paper.name = currentTarget.value;
					paper.at = 0;
				}}
				onkeydown={onname}
				{@attach (field) => field.focus()}
			/>
		</label>
		<label
			class={[
				'w-37.5 max-md:flex-1',
				(work.standards.length || paper.line.includes(';')) && 'min-w-0 flex-[0_1_340px]'
			]}
		>
			<span
				class={[
					'block pb-1 text-small text-slate',
					(work.standards.length || paper.line.includes(';')) && 'truncate'
				]}>{work.criteria.length ? 'or for the whole' : ['Points', ...work.standards].join(' / ')}</span
			>
			<input
				class="h-13 w-full border-b-2 border-deep bg-snow px-3 text-right font-text text-title leading-10 font-normal outline-none placeholder:text-slate placeholder:opacity-80 focus:border-juniper disabled:border-rule"
				bind:this={lineField}
				bind:value={paper.line}
				disabled={!paper.taken.length}
				inputmode={window.innerWidth < 900 ? 'none' : undefined}
				placeholder="of {paper.example}"
				autocomplete="off"
				maxlength="200"
				aria-describedby="stack-told"
				onkeydown={online}
			/>
		</label>
		<button class="btn h-11 max-md:flex-none" disabled={!paper.taken.length} onclick={() => paper.enter()}
			>Next paper</button
		>
	</div>

	{#if work.criteria.length && paper.taken.length}
		<div class="mt-3 max-w-160 max-md:pb-4">
			<Criteria
				id="stack-criteria"
				criteria={work.criteria}
				chosen={paper.shownLevels}
				onchoose={(criterion, level) => paper.choose(criterion, level)}
				onnext={() => void paper.enter()}
			/>
		</div>
	{/if}
	{#if paper.isCommenting}
		<label class="mt-2.5 block">
			<span class="block pb-1 text-small text-slate">Comment for the family</span>
			<textarea class="field h-auto px-2 py-1.5" rows="2" bind:value={paper.comment}></textarea>
		</label>
	{:else if paper.taken.length}
		<button class="link mt-2 text-small" onclick={() => (paper.isCommenting = true)}>Add a comment</button>
	{/if}

	<PaperTold {paper} {work} {levels} {earlier} {isAnyBlank} />

	{#if groups.length && !paper.taken.length && !paper.name}
		<p class="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1 px-3 text-small text-slate">
			Or a group:
			{#each groups as group (group.id)}
				<button class="link min-h-6" onclick={() => paper.takeGroup(group, false)}
					>{group.name}<span class="sr-only">, {group.students.length} students</span></button
				>
			{/each}
		</p>
	{/if}
	<Found {paper} {hasAliases} />
</Combobox.Root>

{#if paper.taken.length && !work.criteria.length}
	<Pad
		{codes}
		hasStandards={work.standards.length > 0}
		onkey={(key) => {
			paper.line = key === 'back' ? paper.line.slice(0, -1) : paper.line + key;
		}}
		onwhole={(text) => {
			paper.line = /^[A-Z]$/.test(text) ? `${paper.line.trim()} ${text}` : text;
		}}
	/>
{/if}
