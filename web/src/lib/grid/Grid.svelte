<script lang="ts">
	/** The grid: students down, assignments across. Operated by the keyboard as a spreadsheet is. */
	import { onMount, tick, untrack } from 'svelte';
	import type { Shapes } from '$lib/api/client';
	import { commands, type Command } from '$lib/frame/commands';
	import { notice } from '$lib/frame/notice.svelte';
	import { saving } from '$lib/saving/saving.svelte';
	import Menu, { type MenuAct } from '$lib/ui/Menu.svelte';
	import { Axis } from './axis.svelte';
	import Blocks from './Blocks.svelte';
	import { format } from './clipboard';
	import { decimals } from './decimals';
	import ColumnHead from './ColumnHead.svelte';
	import { Entering, type Column, type Here, type Row, type Work } from './entering.svelte';
	import GridRow from './GridRow.svelte';
	import { pasted, type Pasted } from './pasting';
	import { actOf, Selection, type Act, type Cell } from './selection.svelte';
	import Spread from './Spread.svelte';
	import { Still } from './still.svelte';
	import { wide } from '$lib/ui/wide';
	import { blocksOf, COLUMN, ROW, stable, TOGETHER, type Block } from './visible';
	import { atHand, NARROW, shownName } from './view';
	import { wanted } from './wanted.svelte';

	export type Figure = 'mean' | 'median' | 'deviation' | 'count' | 'missing';

	let {
		classId,
		grid,
		hasIce,
		isAdjusted,
		hasAliases,
		figure,
		acts,
		onfigure,
		onworking,
		onkey,
		onselect,
		onrow,
		onhead,
		onpasted
	}: {
		classId: number;
		grid: Shapes['GridOut'];
		hasIce: boolean;
		/** Whether numbers are shown as adjusted, rather than as entered. */
		isAdjusted: boolean;
		/** Whether aliases stand in place of names. */
		hasAliases: boolean;
		/** What the footer shows. */
		figure: Figure;
		/** The acts of the cell's menu beside those of the grid itself. */
		acts: (here: Here, chosen: Here[]) => MenuAct[];
		onfigure: (figure: Figure) => void;
		onworking: (row: Row) => void;
		/** A key was pressed in a cell. */
		onkey: () => void;
		/** One went to a cell, or chose a rectangle of them. */
		onselect: (row: Row, column: Column, cells: { student: number; assignment: number }[]) => void;
		onrow: (row: Row) => void;
		onhead: (column: Column) => void;
		onpasted: (pasted: Pasted) => void;
	} = $props();

	/** What stays when the rest is scrolled: the columns of students and grades, as wide as the marks are long; the heads
	 * with the strip; and the footer. */
	const mark = $derived(wide([...grid.marks, ...grid.rows.map((each) => each.grade.mark ?? '')]));
	const left = $derived(233 + mark);
	/** Levels that are words have room. */
	const column = $derived(Math.max(COLUMN, wide(grid.levels?.marks ?? []) + 6));
	const HEAD = 102;
	const FOOT = 28;

	let scroller: HTMLElement;
	let height = $state(600);
	let width = $state(1000);
	let isPlaced = false;
	let following: ReturnType<typeof setTimeout>;
	/** Where the cell's menu stands while it is open. */
	let menu = $state<DOMRect | null>(null);

	const entering = new Entering(
		() => classId,
		() => grid
	);
	const selection = new Selection(
		() => ({ rows: grid.rows.length, columns: grid.columns.length }),
		(_, text) => entering.enter(text)
	);
	const down = new Axis(
		() => ROW,
		1,
		2,
		() => height - HEAD - FOOT,
		() => grid.rows.length,
		() => selection.at.row
	);
	const across = new Axis(
		() => column,
		TOGETHER,
		1,
		() => width - left,
		() => grid.columns.length,
		() => selection.at.column
	);
	let worksBefore: Work[] = [];
	/** The columns as the cells need them: what is counted in a column changes with every score, these hardly do. */
	const works = $derived.by(() => {
		const now = grid.columns.map(({ id, name, apart, lock }) => {
			const texts = grid.rows.map(
				({ cells: { [id]: cell } }) => (isAdjusted && cell?.adjusted) || cell?.text || ''
			);
			return { id, name, apart, lock, places: Math.max(0, ...texts.map(decimals)) };
		});
		return (worksBefore = stable(now, worksBefore, JSON.stringify));
	});
	const all = $derived(blocksOf(works));
	let blocksBefore: Block<Work>[] = [];
	// What all cells look at.
	const blocks = new Still(() => {
		const now = across.drawn.flatMap((each) => all[each] ?? []);
		return (blocksBefore = stable(now, blocksBefore, (each) => each));
	});
	const places = new Still(() => Math.max(0, ...grid.rows.map((each) => decimals(each.grade.percent ?? ''))));
	const codes = new Still(() => grid.codes);
	const hues = $derived(new Map(codes.now.map((each) => [each.code, each.colour])));
	const figures: [Figure, string][] = [
		['mean', 'Mean, in points'],
		['median', 'Median, in points'],
		['deviation', 'Deviation, in points'],
		['count', 'How many have a number'],
		['missing', 'Missing']
	];

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
		onkey();
		const act = actOf(event, selection.typed, isPlaced);
		if (!act) return;
		if (act.kind === 'step' && !selection.step(act.by)) return;
		event.preventDefault();
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
				fillDown();
				return;
			case 'type':
			case 'edit':
				// A double click in what is being typed selects a word of it.
				if (selection.typed !== null) return;
				if (entering.lock(selection.at)) {
					notice.problem(entering.lock(selection.at));
					return;
				}
				isPlaced = act.kind === 'edit';
				entering.begin(selection.at);
				selection.typed = act.kind === 'type' ? act.text : entering.text(selection.at);
				return;
			case 'clear':
				selection.drop();
				put('', 'typed');
				break;
			case 'drop':
				entering.leave();
				selection.drop();
				break;
			case 'menu':
				openMenu();
				return;
		}
		isPlaced = false;
		await focus();
	}

	/** The same in all cells that are chosen. */
	function put(text: string, how: 'typed' | 'filled' = 'filled'): void {
		entering.enterAll(
			selection.cells().map((at) => ({ at, text })),
			how
		);
	}

	/** What stands in the rectangle's first row goes into all rows below it. */
	function fillDown(): void {
		const { top } = selection.chosen;
		const cells = selection.cells().filter((at) => at.row > top);
		entering.enterAll(
			cells.map((at) => ({ at, text: entering.text({ row: top, column: at.column }) })),
			'filled'
		);
	}

	function isElsewhere(event: ClipboardEvent): boolean {
		return selection.typed !== null || !scroller.contains(event.target as Node);
	}

	function oncopy(event: ClipboardEvent): void {
		if (isElsewhere(event)) return;
		const { top, left, bottom, right } = selection.chosen;
		const copied = [];
		for (let row = top; row <= bottom; row++) {
			const cells = [];
			for (let column = left; column <= right; column++) cells.push(entering.text({ row, column }));
			copied.push(cells);
		}
		event.clipboardData?.setData('text/plain', format(copied));
		event.preventDefault();
	}

	function oncut(event: ClipboardEvent): void {
		if (isElsewhere(event)) return;
		oncopy(event);
		put('', 'typed');
	}

	function onpaste(event: ClipboardEvent): void {
		if (isElsewhere(event)) return;
		event.preventDefault();
		onpasted(pasted(event.clipboardData?.getData('text/plain') ?? '', grid, selection.chosen));
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
		const cells = selection.anchor
			? selection.cells().map((at) => ({
					student: grid.rows[at.row]!.student_id,
					assignment: grid.columns[at.column]!.id
				}))
			: [];
		onselect(here.row, here.column, cells);
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

	async function closeMenu(): Promise<void> {
		menu = null;
		await focus();
	}

	/** What can be done with the cell one is in, or with all that are chosen. */
	function actsHere(): MenuAct[] {
		const here = entering.here(selection.at);
		if (!here) return [];
		const codes = grid.codes.map((each) => ({
			words: `${each.code}, ${each.name}: ${each.does}`,
			act: () => put(each.code)
		}));
		// What stands beside a score can be changed where the score itself is locked.
		const chosen = selection
			.cells()
			.flatMap((at) => entering.here(at) ?? [])
			.filter(({ cell }) => cell.state !== 'not_assigned');
		return [...acts(here, chosen), ...codes];
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
			{ name: 'fill down', words: 'what is chosen; Ctrl D', act: fillDown },
			{ name: 'empty', words: 'what is chosen; Delete', act: () => put('', 'typed') }
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
		if (wanted.place || document.activeElement !== document.body || window.innerWidth < NARROW) return;
		selection.at = { row: 0, column: Math.max(0, grid.columns.indexOf(atHand(grid.columns)!)) };
		void focus();
	});

	$effect(() =>
		saving.onAnswer((answered, _term, answer) => {
			if (answered === classId) entering.saved(answer);
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
		if (column < 0) return;
		wanted.place = null;
		selection.at = { row: Math.max(row, 0), column };
		void focus();
		if (place.student === null) onhead(grid.columns[column]!);
	});
</script>

<svelte:document {oncopy} {oncut} {onpaste} />

<div
	class="scroll"
	style:--mark="{mark}px"
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
		aria-rowcount={grid.rows.length + 1}
		aria-colcount={grid.columns.length + 2}
		aria-multiselectable="true"
		style="--left: {left}px; --column: {column}px; width: {left + grid.columns.length * column}px"
		{onkeydown}
	>
		<div class="top" role="rowgroup">
			<div class="heads" role="row" aria-rowindex="1">
				<div class="student" role="columnheader">{grid.rows.length} students</div>
				<div class="grade" role="columnheader">{grid.term}</div>
				<Blocks blocks={blocks.now}>
					{#snippet children(index)}
						<ColumnHead
							column={grid.columns[index]!}
							{index}
							isHere={index === selection.at.column}
							onhead={() => onhead(grid.columns[index]!)}
						/>
					{/snippet}
				</Blocks>
			</div>
			<div class="strip" role="row">
				<div class="student" role="gridcell">spread, 40 to 100 %</div>
				<div class="grade" role="gridcell"><Spread spread={grid.spread} width={56} /></div>
				<Blocks blocks={blocks.now}>
					{#snippet children(index)}
						<div role="gridcell"><Spread spread={grid.columns[index]!.spread} /></div>
					{/snippet}
				</Blocks>
			</div>
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
					onrow={() => onrow(row)}
					onworking={() => onworking(row)}
					onpick={(column, isReaching) => pick({ row: index, column }, isReaching)}
					onedit={() => perform({ kind: 'edit' })}
				/>
			{/each}
		</div>
		<div class="foot" role="rowgroup">
			<div class="last" role="row">
				<div class="student" role="gridcell">
					<select
						aria-label="What the last line shows"
						value={figure}
						onchange={(event) => onfigure(event.currentTarget.value as Figure)}
					>
						{#each figures as [value, words] (value)}<option {value}>{words}</option>{/each}
					</select>
				</div>
				<div class="grade figure" role="gridcell">{grid.figures[figure] ?? ''}</div>
				<Blocks blocks={blocks.now}>
					{#snippet children(index)}
						<div class="figure" role="gridcell">{grid.columns[index]!.figures[figure] ?? ''}</div>
					{/snippet}
				</Blocks>
			</div>
		</div>
	</div>
</div>
{#if menu}<Menu acts={menuActs} beside={menu} onclose={closeMenu} />{/if}

<style>
	.scroll {
		flex: 1;
		min-width: 0;
		min-height: 0;
		overflow: auto;
		/* What is drawn around what is in sight does not move it. */
		overflow-anchor: none;
		/* Nothing in here moves what is around it. */
		contain: strict;
	}
	/* Boxes of known size instead of a table's: what changes in a cell has nothing else measured again. */
	.scores {
		min-width: 100%;
	}
	.top,
	.foot {
		position: sticky;
		z-index: 6;
		background: var(--birch);
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
		width: var(--column);
		border-right: 1px solid var(--hair);
		border-bottom: 1px solid var(--hair);
	}
	:global(:where(.scores .student, .scores .grade)) {
		position: sticky;
		z-index: 4;
		background: var(--birch);
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
		width: calc(55px + var(--mark));
		border-right-color: var(--rule);
	}
	.heads,
	.strip,
	.last {
		position: relative;
	}
	.heads {
		height: 80px;
		font-size: 12px;
		line-height: 16px;
	}
	.heads > .student {
		padding-top: 42px;
	}
	.heads > .grade {
		padding: 42px 0 0 10px;
	}
	.strip {
		height: 22px;
		border-bottom: 1px solid var(--rule);
		font-size: 12px;
		color: var(--slate);
	}
	.last {
		height: 28px;
		border-top: 1px solid var(--rule);
		font-size: 12px;
		line-height: 27px;
	}
	.strip [role='gridcell'],
	.last [role='gridcell'] {
		border-bottom: 0;
	}
	.strip [role='gridcell'] {
		display: grid;
		align-content: center;
	}
	select {
		width: 100%;
		height: 24px;
		background: transparent;
		color: inherit;
	}
	.figure {
		padding-right: 8px;
		text-align: right;
	}
</style>
