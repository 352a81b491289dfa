<script lang="ts">
	/** Students down, standards across: each level with the evidence behind it; typing a level sets it by hand. */
	import { tick, untrack } from 'svelte';
	import { counted } from '$lib/words/plurals';
	import Menu, { type MenuAct } from '$lib/ui/menu/Menu.svelte';
	import { actOf, Selection } from '../grid/selection.svelte';
	import { Sight } from '../grid/sight.svelte';
	import LevelRow from './LevelRow.svelte';
	import { levelsOf, readLevel, type LevelColumn, type Table } from './levels';

	let {
		table,
		nameOf,
		acts,
		onlook,
		onhead,
		onset,
		onproblem
	}: {
		table: Table;
		nameOf: (row: Table['rows'][number]) => string;
		/** What can be done with a level. */
		acts: (student: number, standard: string) => MenuAct[];
		/** One is in a cell. */
		onlook: (student: number, standard: string) => void;
		/** The head of a standard was chosen. */
		onhead: (standard: string) => void;
		onset: (cells: { student: number; standard: string; mark: string }[]) => void;
		onproblem: (words: string) => void;
	} = $props();

	let scroller = $state<HTMLElement>();
	/** Where the menu stands while it is open. */
	let menu = $state<DOMRect | null>(null);
	/** What there is room for, and of it what the heads and the students take, in px. */
	let [width, height, head, student] = $state([0, 0, 0, 0]);
	/** How high a row and how wide a standard's column is, in px. */
	const ROW = 34;
	const COLUMN = 132;

	const selection = new Selection(
		() => ({ rows: table.rows.length, columns: table.columns.length }),
		(cell, text) => take([cell], text)
	);

	const columns = $derived(
		table.columns.map((standard): LevelColumn => ({ id: standard.name, width: COLUMN, standard }))
	);
	const sight = new Sight(
		ROW,
		{
			rows: () => table.rows,
			columns: () => columns,
			height: () => height - head,
			width: () => width - student
		},
		() => selection.at
	);

	const placeOf = (cell: { row: number; column: number }) => ({
		student: table.rows[cell.row]!.student_id,
		standard: table.columns[cell.column]!.name
	});

	function take(cells: { row: number; column: number }[], text: string): void {
		const found: { student: number; standard: string; mark: string }[] = [];
		for (const cell of cells) {
			const column = table.columns[cell.column]!;
			const mark = readLevel(text, levelsOf(table, column));
			if (mark === undefined) return onproblem(`${text} could be several levels: type one letter more.`);
			if (mark === null) {
				const marks = levelsOf(table, column).map((each) => each.mark);
				const of = column.own_levels ? ` of ${column.name}` : '';
				return onproblem(`${text} is none of the levels${of}: ${marks.join(', ')}.`);
			}
			found.push({ ...placeOf(cell), mark });
		}
		onset(found);
	}

	/** What is typed is a level as soon as it can be one alone. */
	function type(text: string): void {
		const { left, right } = selection.chosen;
		const columns = table.columns.slice(left, right + 1);
		if (columns.some((each) => readLevel(text, levelsOf(table, each)) === undefined)) {
			selection.typed = text;
			return;
		}
		selection.drop();
		take(selection.cells(), text);
	}

	function fill(): void {
		const { top, left, bottom, right } = selection.chosen;
		const cells = [];
		for (let row = top + 1; row <= bottom; row++)
			for (let column = left; column <= right; column++)
				cells.push({ ...placeOf({ row, column }), mark: table.rows[top]!.cells[column]!.mark ?? '' });
		if (cells.length) onset(cells);
	}

	const menuActs = $derived.by(() => {
		if (!menu) return [];
		const { student, standard } = placeOf(selection.at);
		return acts(student, standard);
	});

	const reveal = () => sight.reveal(scroller!);

	// The lens, as it opens, takes room from the table, and not from the cell.
	$effect(() => {
		if (width && scroller?.contains(document.activeElement)) untrack(reveal);
	});

	const cellHere = () => scroller?.querySelector<HTMLElement>('[role=gridcell][tabindex="0"]');

	async function closeMenu(isElsewhere: boolean): Promise<void> {
		menu = null;
		if (!isElsewhere) await goTo();
	}

	/** Go, or come back, to the level that one is at. */
	export async function goTo(): Promise<void> {
		reveal();
		await tick();
		cellHere()?.focus({ preventScroll: true });
		const { student, standard } = placeOf(selection.at);
		onlook(student, standard);
	}

	function onkeydown(event: KeyboardEvent): void {
		if (!(event.target as HTMLElement).closest('[role=gridcell]')) return;
		if (selection.typed !== null && event.key.length === 1 && !event.ctrlKey && !event.metaKey) {
			event.preventDefault();
			type(selection.typed + event.key);
			return;
		}
		if (selection.typed !== null && event.key === 'Backspace') {
			event.preventDefault();
			selection.typed = selection.typed.slice(0, -1) || null;
			return;
		}
		const act = actOf(event, selection.typed, false);
		if (!act) return;
		if (act.kind === 'step' && !selection.step(act.by)) return;
		event.preventDefault();
		if (selection.walk(act)) void goTo();
		else if (act.kind === 'fill') fill();
		else if (act.kind === 'drop') selection.drop();
		else if (act.kind === 'menu') menu = cellHere()?.getBoundingClientRect() ?? null;
		else if (act.kind === 'clear') take(selection.cells(), '');
		else if (act.kind === 'type') type(act.text);
	}

	function pick(row: number, column: number, isReaching: boolean): void {
		if (isReaching) selection.reach({ row, column });
		else selection.go({ row, column });
		void goTo();
	}

	/** How a level is shaded in a standard's strip, from the lowest to the highest. */
	const shades = ['bg-hair', 'bg-ice', 'bg-deep', 'bg-deep-2'];
	const shade = (place: number, of: number) =>
		shades[Math.round((place * (shades.length - 1)) / Math.max(of - 1, 1))];
</script>

<div
	bind:this={scroller}
	bind:clientWidth={width}
	bind:clientHeight={height}
	onscroll={() => sight.scrolled(scroller!)}
	class="scroll min-w-0 flex-1 overflow-auto contain-strict [overflow-anchor:none]"
	role="grid"
	tabindex="-1"
	aria-label="Levels of the class"
	aria-rowcount={table.rows.length + 1}
	aria-colcount={table.columns.length + 1}
	aria-multiselectable="true"
	{onkeydown}
>
	<div
		role="row"
		aria-rowindex={1}
		class="sticky top-0 z-2 flex w-max min-w-full bg-birch text-small leading-4"
		bind:offsetHeight={head}
	>
		<div
			role="columnheader"
			bind:offsetWidth={student}
			aria-colindex={1}
			class="sticky left-0 z-1 flex w-52 flex-none items-end border-b border-rule bg-birch pb-2 pl-6 text-slate max-md:w-32 max-md:pl-4"
		>
			{counted(table.rows.length, 'student')}
		</div>
		{#each table.columns as column, place (column.name)}
			{@const levels = levelsOf(table, column)}
			{@const strip = levels.map(({ mark }, level) => `${column.counts[level]} ${mark}`).join(', ')}
			<div
				role="columnheader"
				aria-colindex={place + 2}
				class="flex w-33 flex-none flex-col justify-end border-b border-l border-rule border-l-hair px-2 py-1.5"
				style:padding-left="{8 + 12 * column.depth}px"
			>
				<button
					class="min-h-6 text-left"
					aria-label="{column.name}, all students"
					title={[column.code, column.wording].filter(Boolean).join(': ') || undefined}
					onclick={() => onhead(column.name)}
				>
					<b class="line-clamp-3 text-body leading-4.5 font-semibold text-ink">{column.name}</b>
				</button>
				<span class="text-slate"
					>{column.pieces
						? counted(column.pieces, 'piece')
						: column.has_parts
							? 'from its parts'
							: 'no pieces'}{column.is_asked ? ', asked for' : ''}</span
				>
				<span class="mt-1 flex h-1.5 overflow-hidden rounded-sm" role="img" aria-label={strip} title={strip}>
					{#each levels as { mark }, level (mark)}<i
							class={shade(level, levels.length)}
							style:flex={column.counts[level]}
						></i>{/each}
				</span>
			</div>
		{/each}
	</div>
	<div
		role="rowgroup"
		class="relative min-w-full"
		style="--left: {student}px; width: {student + sight.edges.at(-1)!}px; height: {sight.rowEdges.at(-1)}px"
	>
		{#each sight.down.drawn as index (table.rows[index]?.student_id)}
			{@const row = table.rows[index]!}
			<LevelRow
				{row}
				{index}
				top={index * ROW}
				blocks={sight.blocks.now}
				{selection}
				name={nameOf(row)}
				onpick={(column, isReaching) => pick(index, column, isReaching)}
			/>
		{/each}
	</div>
</div>
<Menu acts={menuActs} beside={menu} onclose={closeMenu} />
