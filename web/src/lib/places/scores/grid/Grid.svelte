<script lang="ts">
	/** The grid: students down, assignments across. Operated by the keyboard as a spreadsheet is. */
	import { thisClass } from '$lib/class/thisClass';
	import { onMount, untrack } from 'svelte';
	import type { Shapes } from '$lib/api/client';
	import { commands, type Command } from '$lib/app/commands';
	import { saving } from '$lib/app/saving/saving.svelte';
	import Menu, { type MenuAct } from '$lib/ui/menu/Menu.svelte';
	import { Chosen } from '../lens/chosen';
	import { Clipboard } from './clipboard';
	import { Measures } from './measures.svelte';
	import { Operating } from './operating.svelte';
	import { Entering, type Column, type Here, type Row } from '$lib/class/entering.svelte';
	import Figures from './Figures.svelte';
	import GridRow from './GridRow.svelte';
	import Heads from './Heads.svelte';
	import { pasted, type Pasted } from '../pasting';
	import { Selection } from './selection.svelte';
	import { Still } from './still.svelte';
	import { ROW } from './visible';
	import { shownName } from '$lib/class/names';
	import { atHand, NARROW, type View } from '$lib/class/view';
	import { wanted } from '$lib/app/wanted.svelte';

	interface Events {
		/** A key was pressed in a cell. */
		key: () => void;
		/** One went to a cell, or chose a rectangle of them. */
		select: (row: Row, column: Column, cells: { student: number; assignment: number }[]) => void;
		row: (row: Row) => void;
		head: (column: Column) => void;
		working: (row: Row) => void;
		paste: (pasted: Pasted) => void;
	}

	let {
		grid,
		view,
		isAlone,
		acts,
		onlook,
		on
	}: {
		grid: Shapes['GridOut'];
		view: View;
		/** Whether one assignment is shown at a time. */
		isAlone: boolean;
		/** The acts of the cell's menu beside those of the grid itself. */
		acts: (here: Here, chosen: Here[]) => MenuAct[];
		/** Look at it otherwise. */
		onlook: (change: Partial<View>) => void;
		on: Events;
	} = $props();
	const here = thisClass();
	let scroller: HTMLElement;

	const entering = new Entering(
		() => here.id,
		() => grid
	);
	const selection = new Selection(
		() => ({ rows: grid.rows.length, columns: grid.columns.length }),
		(_, text) => entering.enter(text)
	);
	const chosen = new Chosen(() => grid, selection, entering);
	const measures = new Measures(
		() => ({ grid, view, isAlone }),
		() => selection.at
	);
	const operating = new Operating(() => scroller, measures, selection, entering, chosen, {
		key: () => on.key(),
		went: tell
	});
	const clipboard = new Clipboard(
		() => scroller,
		selection,
		chosen,
		(text) => on.paste(pasted(text, grid, selection.chosen))
	);
	// What all cells look at.
	const codes = new Still(() => grid.codes);
	const hues = $derived(new Map(codes.now.map((each) => [each.code, each.colour])));

	/** Come back to the cell one was in. */
	export function back(): void {
		void operating.focus();
	}

	function tell(): void {
		const here = entering.here(selection.at);
		if (!here) return;
		on.select(here.row, here.column, selection.anchor ? chosen.places : []);
	}

	/** What can be done with the cell one is in, or with all that are chosen. */
	function actsHere(): MenuAct[] {
		const here = entering.here(selection.at);
		if (!here) return [];
		const codes = grid.codes.map((each) => ({
			words: `${each.code}, ${each.name}: ${each.does}`,
			act: () => chosen.put(each.code)
		}));
		return [...acts(here, chosen.assigned), ...codes];
	}

	const menuActs = $derived(operating.menu ? actsHere() : []);
	/** The same acts for the palette, which tells what they are done to. */
	function offered(): Command[] {
		const here = entering.here(selection.at);
		if (!here) return [];
		const cell = `${shownName(here.row, view.hasAliases)}, ${here.column.short_name}`;
		return [
			...actsHere().map((each) => ({
				name: each.words,
				words: each.key ? `${cell}; Space ${each.key}` : cell,
				act: each.act
			})),
			{ name: 'fill down', words: 'what is chosen; Ctrl D', act: () => chosen.fillDown() },
			{ name: 'empty', words: 'what is chosen; Delete', act: () => chosen.put('', 'typed') }
		];
	}

	$effect(() => commands.offer(offered));

	// The lens, as it opens, takes room from the grid, and not from the cell.
	$effect(() => {
		if (measures.width && scroller.contains(document.activeElement)) untrack(() => operating.reveal());
	});

	// Whoever comes here can type at once, and where the work is; unless they are somewhere already, or were sent to a cell.
	onMount(() => {
		if (
			wanted.place?.classId === here.id ||
			document.activeElement !== document.body ||
			window.innerWidth < NARROW
		)
			return;
		selection.at = { row: 0, column: Math.max(0, grid.columns.indexOf(atHand(grid.columns)!)) };
		void operating.focus();
	});

	$effect(() =>
		saving.onAnswer((answered, _term, answer) => {
			if (answered === here.id) entering.saved(answer);
		})
	);

	let before = untrack(() => grid);
	// Whatever comes or goes around a cell, one stays in it.
	$effect.pre(() => {
		const now = grid;
		untrack(() => {
			const student = (row: Row | undefined) =>
				now.rows.findIndex((each) => each.student_id === row?.student_id);
			const work = (column: Column | undefined) => now.columns.findIndex((each) => each.id === column?.id);
			const isThere = selection.follow((cell) => {
				const at = { row: student(before.rows[cell.row]), column: work(before.columns[cell.column]) };
				return at.row < 0 || at.column < 0 ? null : at;
			});
			before = now;
			if (!isThere) tell();
		});
	});

	// A check, or a loose end, jumps to a cell wherever in the grid it is.
	$effect(() => {
		const place = wanted.place;
		if (!place) return;
		const column = grid.columns.findIndex((each) => each.id === place.assignment);
		const row = grid.rows.findIndex((each) => each.student_id === place.student);
		if (column < 0 || (row < 0 && place.student !== null)) return;
		wanted.place = null;
		selection.at = { row: Math.max(row, 0), column };
		void operating.focus();
		if (place.student === null) on.head(grid.columns[column]!);
	});
</script>

<svelte:document
	oncopy={(event) => clipboard.copy(event)}
	oncut={(event) => clipboard.cut(event)}
	onpaste={(event) => clipboard.paste(event)}
/>

<div
	class="scroll min-h-0 min-w-0 flex-1 overflow-auto contain-strict [overflow-anchor:none]"
	style:--mark="{measures.mark}px"
	style:--grade="{measures.grade}px"
	style:--percents={grid.shows_percent ? undefined : 'none'}
	bind:this={scroller}
	bind:clientHeight={measures.height}
	bind:clientWidth={measures.width}
	onscroll={() => measures.sight.scrolled(scroller)}
>
	<div
		class="scores num"
		role="grid"
		tabindex="-1"
		aria-label="Scores, {grid.term}"
		aria-rowcount={grid.rows.length + 3}
		aria-colcount={grid.columns.length + 2}
		aria-multiselectable="true"
		style="--left: {measures.left}px; width: {measures.whole}px"
		onkeydown={(event) => operating.key(event)}
	>
		<div class="top" role="rowgroup">
			<Heads
				{grid}
				blocks={measures.sight.blocks.now}
				at={selection.at.column}
				{view}
				{onlook}
				onhead={on.head}
			/>
		</div>
		<div class="students" role="rowgroup" style:height="{grid.rows.length * ROW}px">
			{#each measures.sight.down.drawn as index (grid.rows[index]?.student_id)}
				{@const row = grid.rows[index]!}
				<GridRow
					{row}
					{index}
					blocks={measures.sight.blocks.now}
					{selection}
					{entering}
					{hues}
					hasIce={view.hasIce}
					isAdjusted={view.numbers === 'adjusted'}
					places={measures.places.now}
					hasAliases={view.hasAliases}
					onrow={() => on.row(row)}
					onworking={() => on.working(row)}
					onpick={(column, isReaching) => operating.pick({ row: index, column }, isReaching)}
					onedit={() => operating.perform({ kind: 'edit' })}
				/>
			{/each}
		</div>
		<div class="foot" role="rowgroup">
			<Figures
				{grid}
				blocks={measures.sight.blocks.now}
				figure={view.figure}
				onfigure={(figure) => onlook({ figure })}
			/>
		</div>
	</div>
</div>
<Menu acts={menuActs} beside={operating.menu} onclose={(isElsewhere) => operating.closeMenu(isElsewhere)} />

<style>
	/* Boxes of known size instead of a table's: what changes in a cell has nothing else measured again. */
	.scores {
		min-width: 100%;
	}
	.top,
	.foot {
		position: sticky;
		z-index: 6;
		background: var(--color-birch);
	}
	.top {
		top: 0;
	}
	.foot {
		bottom: 0;
	}
	.students {
		position: relative;
	}
	/* Room for what a number lacks, so that points stand under each other. */
	.scroll :global([data-rest])::after {
		content: attr(data-rest);
		visibility: hidden;
	}
	/* These stand in the components of heads and rows as well, which have the last word. */
	:global(:where(.scores [role='row'])) {
		display: flex;
		white-space: nowrap;
	}
	:global(:where(.scores :is([role='columnheader'], [role='rowheader'], [role='gridcell']))) {
		flex: none;
		border-right: 1px solid var(--color-hair);
		border-bottom: 1px solid var(--color-hair);
	}
	:global(:where(.scores .student, .scores .grade)) {
		position: sticky;
		z-index: 4;
		background: var(--color-birch);
	}
	:global(:where(.scores .student)) {
		left: 0;
		width: 178px;
		padding: 0 6px 0 24px;
		border-right-color: transparent;
		overflow: hidden;
	}
	:global(:where(.scores .grade)) {
		left: 178px;
		width: var(--grade);
		border-right-color: var(--color-rule);
	}
</style>
