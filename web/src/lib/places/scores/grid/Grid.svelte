<script lang="ts">
	/** The grid: students down, assignments across. Operated by the keyboard as a spreadsheet is. */
	import { thisClass } from '$lib/class/thisClass';
	import { onMount, tick, untrack } from 'svelte';
	import type { Shapes } from '$lib/api/client';
	import { commands, type Command } from '$lib/app/commands';
	import { notice } from '$lib/app/notice.svelte';
	import { saving } from '$lib/app/saving/saving.svelte';
	import Menu, { type MenuAct } from '$lib/ui/menu/Menu.svelte';
	import { Axis } from './axis.svelte';
	import { Chosen } from '../lens/chosen';
	import { roomOf } from './decimals';
	import { Entering, type Column, type Here, type Row, type Work } from '$lib/class/entering.svelte';
	import Figures from './Figures.svelte';
	import GridRow from './GridRow.svelte';
	import Heads from './Heads.svelte';
	import { pasted, type Pasted } from '../pasting';
	import type { Cell } from '$lib/class/entering.svelte';
	import { actOf, Selection, type Act } from './selection.svelte';
	import { Still } from './still.svelte';
	import { breadth, wide } from '$lib/ui/wide';
	import { blocksOf, COLUMN, edgesOf, ROW, stable, TOGETHER, type Block } from './visible';
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
	const hasIce = $derived(view.hasIce);
	const isAdjusted = $derived(view.numbers === 'adjusted');
	const hasAliases = $derived(view.hasAliases);
	const here = thisClass();

	/** What stays when the rest is scrolled: the columns of students and grades, as wide as the marks are long; the heads
	 * with the strip; and the footer. */
	const mark = $derived(wide([...grid.marks, ...grid.rows.map((each) => each.grade.mark ?? '')]));
	const percents = $derived(grid.shows_percent ? grid.rows.map((each) => each.grade.percent ?? '') : []);
	const grades = $derived(roomOf(percents, 0, grid.shows_percent ? 47 : 12));
	const grade = $derived(mark + grades.width + 8);
	const left = $derived(178 + grade);
	const HEAD = 104;
	const FOOT = 28;

	let scroller: HTMLElement;
	let height = $state(600);
	let width = $state(1000);
	const ALONE = 160;
	/** Around a short name, of which three pixels are for what its breadth is more than about; a longer one is cut. */
	const HEAD_AROUND = 8;
	const HEAD_AT_MOST = 74;
	/** Levels that are words have room, and an assignment that is shown alone is easy to touch. */
	const least = $derived(
		Math.max(COLUMN, wide(grid.levels?.marks ?? []) + 6, isAlone ? Math.min(ALONE, width - left) : 0)
	);
	let isPlaced = false;
	let following: ReturnType<typeof setTimeout>;
	/** Where the cell's menu stands while it is open. */
	let menu = $state<DOMRect | null>(null);

	const entering = new Entering(
		() => here.id,
		() => grid
	);
	const selection = new Selection(
		() => ({ rows: grid.rows.length, columns: grid.columns.length }),
		(_, text) => entering.enter(text)
	);
	const chosen = new Chosen(() => grid, selection, entering);
	const down = new Axis(
		() => rowEdges,
		1,
		2,
		() => height - HEAD - FOOT,
		() => selection.at.row
	);
	const across = new Axis(
		() => edges,
		TOGETHER,
		1,
		() => width - left,
		() => selection.at.column
	);
	let worksBefore: Work[] = [];
	/** The columns as the cells need them: what is counted in a column changes with every score, these hardly do. */
	const works = $derived.by(() => {
		const now = grid.columns.map(({ id, name, short_name, apart, lock, excuses }) => {
			let beside = 0;
			const texts = grid.rows.map(({ cells: { [id]: cell } }) => {
				if (!cell || !isAdjusted || cell.adjusted === null) return cell?.text ?? '';
				if (cell.adjusted !== cell.text) beside = Math.max(beside, cell.text.length);
				return cell.adjusted;
			});
			const head = Math.min(breadth(short_name) + HEAD_AROUND, HEAD_AT_MOST);
			const room = roomOf(texts, beside, head > least + 3 ? head : least);
			return { id, name, apart, lock, excuses, ...room };
		});
		return (worksBefore = stable(now, worksBefore, JSON.stringify));
	});
	const rowEdges = $derived(edgesOf(grid.rows.map(() => ROW)));
	const edges = $derived(edgesOf(works.map((each) => each.width)));
	const all = $derived(blocksOf(works, edges));
	let blocksBefore: Block<Work>[] = [];
	// What all cells look at.
	const blocks = new Still(() => {
		const now = across.drawn.flatMap((each) => all[each] ?? []);
		return (blocksBefore = stable(now, blocksBefore, (each) => each));
	});
	const places = new Still(() => grades.places);
	const codes = new Still(() => grid.codes);
	const hues = $derived(new Map(codes.now.map((each) => [each.code, each.colour])));

	/** Where what came into sight is drawn already, what lies around it is drawn once this is painted. */
	function onscroll(): void {
		const follow = () => {
			down.from = scroller.scrollTop;
			across.from = scroller.scrollLeft;
		};
		clearTimeout(following);
		if (down.covers(scroller.scrollTop) && across.covers(scroller.scrollLeft)) following = setTimeout(follow);
		else follow();
	}

	async function onkeydown(event: KeyboardEvent): Promise<void> {
		if (menu || !(event.target as HTMLElement).closest('.cell')) return;
		on.key();
		const act = actOf(event, selection.typed, isPlaced);
		if (!act) return;
		if (act.kind === 'step' && !selection.step(act.by)) return;
		// What an input method begins goes into the field that opens for it.
		if (event.key !== 'Process') event.preventDefault();
		await perform(act);
	}

	async function perform(act: Act): Promise<void> {
		switch (act.kind) {
			case 'move':
				selection.move(act.rows, act.columns);
				break;
			case 'extend':
				selection.extend(act.rows, act.columns);
				break;
			case 'fill':
				chosen.fillDown();
				return;
			case 'type':
			case 'edit': {
				// A double click in what is being typed selects a word of it.
				if (selection.typed !== null) return;
				const lock = entering.lock(
					selection.at,
					act.kind === 'type' ? act.text : entering.text(selection.at)
				);
				if (lock) {
					notice.problem(lock);
					return;
				}
				isPlaced = act.kind === 'edit';
				entering.begin(selection.at);
				selection.typed = act.kind === 'type' ? act.text : entering.text(selection.at);
				return;
			}
			case 'clear':
				selection.drop();
				chosen.put('', 'typed');
				break;
			case 'drop':
				entering.leave();
				selection.drop();
				break;
			case 'menu':
				openMenu();
				return;
			case 'all':
				selection.all();
				break;
		}
		isPlaced = false;
		await focus();
	}

	function isElsewhere(event: ClipboardEvent): boolean {
		return selection.typed !== null || !scroller.contains(event.target as Node);
	}

	function oncopy(event: ClipboardEvent): void {
		if (isElsewhere(event)) return;
		event.clipboardData?.setData('text/plain', chosen.copied);
		event.preventDefault();
	}

	function oncut(event: ClipboardEvent): void {
		if (isElsewhere(event)) return;
		oncopy(event);
		chosen.put('', 'typed');
	}

	function onpaste(event: ClipboardEvent): void {
		if (isElsewhere(event)) return;
		event.preventDefault();
		on.paste(pasted(event.clipboardData?.getData('text/plain') ?? '', grid, selection.chosen));
	}

	/** Bring the selected cell into sight beside what stays. */
	function reveal(): void {
		const { row, column } = selection.at;
		const to = {
			top: down.reveal(row, scroller.scrollTop),
			left: across.reveal(column, scroller.scrollLeft)
		};
		if (to.top !== scroller.scrollTop || to.left !== scroller.scrollLeft) scroller.scrollTo(to);
	}

	/** The focus goes to the selected cell. */
	async function focus(): Promise<void> {
		reveal();
		await tick();
		scroller.querySelector<HTMLElement>('.cell[tabindex="0"]')?.focus({ preventScroll: true });
		tell();
	}

	/** Come back to the cell one was in. */
	export function back(): void {
		void focus();
	}

	function tell(): void {
		const here = entering.here(selection.at);
		if (!here) return;
		on.select(here.row, here.column, selection.anchor ? chosen.places : []);
	}

	async function pick(cell: Cell, isReaching: boolean): Promise<void> {
		if (isReaching) selection.reach(cell);
		else selection.go(cell);
		isPlaced = false;
		await focus();
	}

	function openMenu(): void {
		menu = scroller.querySelector('.cell[tabindex="0"]')?.getBoundingClientRect() ?? null;
	}

	async function closeMenu(isElsewhere: boolean): Promise<void> {
		menu = null;
		if (!isElsewhere) await focus();
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

	const menuActs = $derived(menu ? actsHere() : []);
	/** The same acts for the palette, which tells what they are done to. */
	function offered(): Command[] {
		const here = entering.here(selection.at);
		if (!here) return [];
		const cell = `${shownName(here.row, hasAliases)}, ${here.column.short_name}`;
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

	$effect(() => () => clearTimeout(following));

	// The lens, as it opens, takes room from the grid, and not from the cell.
	$effect(() => {
		if (width && scroller.contains(document.activeElement)) untrack(reveal);
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
		void focus();
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
		void focus();
		if (place.student === null) on.head(grid.columns[column]!);
	});
</script>

<svelte:document {oncopy} {oncut} {onpaste} />

<div
	class="scroll min-h-0 min-w-0 flex-1 overflow-auto contain-strict [overflow-anchor:none]"
	style:--mark="{mark}px"
	style:--grade="{grade}px"
	style:--percents={grid.shows_percent ? undefined : 'none'}
	bind:this={scroller}
	bind:clientHeight={height}
	bind:clientWidth={width}
	{onscroll}
>
	<div
		class="scores num"
		role="grid"
		tabindex="-1"
		aria-label="Scores, {grid.term}"
		aria-rowcount={grid.rows.length + 3}
		aria-colcount={grid.columns.length + 2}
		aria-multiselectable="true"
		style="--left: {left}px; width: {left + (edges.at(-1) ?? 0)}px"
		{onkeydown}
	>
		<div class="top" role="rowgroup">
			<Heads {grid} blocks={blocks.now} at={selection.at.column} {view} {onlook} onhead={on.head} />
		</div>
		<div class="students" role="rowgroup" style:height="{grid.rows.length * ROW}px">
			{#each down.drawn as index (grid.rows[index]?.student_id)}
				{@const row = grid.rows[index]!}
				<GridRow
					{row}
					{index}
					blocks={blocks.now}
					{selection}
					{entering}
					{hues}
					{hasIce}
					{isAdjusted}
					places={places.now}
					{hasAliases}
					onrow={() => on.row(row)}
					onworking={() => on.working(row)}
					onpick={(column, isReaching) => pick({ row: index, column }, isReaching)}
					onedit={() => perform({ kind: 'edit' })}
				/>
			{/each}
		</div>
		<div class="foot" role="rowgroup">
			<Figures {grid} blocks={blocks.now} figure={view.figure} onfigure={(figure) => onlook({ figure })} />
		</div>
	</div>
</div>
{#if menu}<Menu acts={menuActs} beside={menu} onclose={closeMenu} />{/if}

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
