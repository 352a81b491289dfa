<script lang="ts">
	/** Students down, across what one piece of work is scored by: typed, filled down, and handed in or not. */
	import { tick } from 'svelte';
	import { SvelteMap } from 'svelte/reactivity';
	import type { Shapes } from '$lib/api/client';
	import { saving } from '$lib/app/saving/saving.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Select from '$lib/ui/select/Select.svelte';
	import { counted } from '$lib/words/plurals';
	import { actOf, Selection } from '../grid/selection.svelte';
	import { linesOf, meantBy, partsOf, textOf, type Part } from './parts';

	type Row = Shapes['RowOut'];
	let {
		grid,
		column,
		rows,
		called
	}: { grid: Shapes['GridOut']; column: Shapes['ColumnOut']; rows: Row[]; called: (row: Row) => string } =
		$props();
	const here = thisClass();
	const parts = $derived(partsOf(column, grid.levels ?? null));
	/** The last column is no part of the score: whether the work was handed in. */
	const handedIn = $derived(parts.length);
	let table = $state<HTMLElement>();

	/** What was typed, by student and place, until it is answered. */
	const typed = new SvelteMap<string, string>();
	const selection = new Selection(
		() => ({ rows: rows.length, columns: parts.length + 1 }),
		({ row, column: place }, text) => enter(new Map([[row, new Map([[place, text]])]]), 'typed')
	);

	const placeOf = (row: Row) => ({ classId: here.id, student: row.student_id, assignment: column.id });
	const cellOf = (row: Row) => row.cells[column.id]!;
	const isFree = (row: Row) => !column.lock && cellOf(row).state !== 'not_assigned';
	const flagOf = (row: Row) => saving.beside(placeOf(row), 'flag', cellOf(row).flag);

	function shown(row: Row, part: Part): string {
		const waits = saving.pending(placeOf(row)) && typed.get(`${row.student_id} ${part.place}`);
		return waits ?? textOf(cellOf(row), part, column);
	}

	/** Enter texts, by row and then by place, as one act. */
	function enter(given: Map<number, Map<number, string>>, how: 'typed' | 'filled'): void {
		const entries = [...given].flatMap(([at, texts]) => {
			const row = rows[at]!;
			if (!isFree(row)) return [];
			if (!saving.pending(placeOf(row)))
				for (const { place } of parts) typed.delete(`${row.student_id} ${place}`);
			const meant = new Map([...texts].flatMap(([place, text]) => {
				const part = parts[place];
				return part ? [[place, meantBy(text, part)] as const] : [];
			})); // prettier-ignore
			for (const [place, text] of meant) typed.set(`${row.student_id} ${place}`, text);
			if (!meant.size) return [];
			const { version } = cellOf(row);
			return linesOf(meant).map((text) => ({ ...placeOf(row), text, version, how }));
		});
		if (entries.length) void saving.enterAll(grid.term_id, entries);
	}

	/** The same text in all cells that are chosen. */
	function put(text: string): void {
		const { top, bottom, left, right } = selection.chosen;
		const places = parts.slice(left, right + 1).map((each) => [each.place, text] as const);
		const given = new Map(
			Array.from({ length: bottom - top + 1 }, (_, by) => [top + by, new Map(places)] as const)
		);
		enter(given, 'filled');
	}

	/** The first row of what is chosen goes into all below. */
	function fill(): void {
		const { top, bottom, left, right } = selection.chosen;
		const places = parts.slice(left, right + 1).map((each) => [each.place, shown(rows[top]!, each)] as const);
		enter(
			new Map(Array.from({ length: bottom - top }, (_, by) => [top + 1 + by, new Map(places)] as const)),
			'filled'
		);
	}

	const lacking = (part: Part) => rows.flatMap((row, at) => (isFree(row) && !shown(row, part) ? [at] : []));
	const giveRest = (part: Part, text: string): void =>
		enter(new Map(lacking(part).map((at) => [at, new Map([[part.place, text]])])), 'filled');

	/** Work handed in, or not, of all rows that are chosen; another flag is left to the lens. */
	function tickHandedIn(): void {
		const { top, bottom } = selection.chosen;
		const chosen = rows.slice(top, bottom + 1).filter((row) => ['', 'handed in'].includes(flagOf(row)));
		const flag = chosen.some((row) => !flagOf(row)) ? 'handed in' : '';
		const entries = chosen.filter(isFree).map((row) => {
			return { ...placeOf(row), text: null, version: cellOf(row).version, flag, was: { flag: flagOf(row) } };
		});
		if (entries.length) void saving.enterAll(grid.term_id, entries);
	}

	async function goTo(): Promise<void> {
		await tick();
		const { row, column: place } = selection.at;
		table?.querySelector<HTMLElement>(`[data-cell="${row} ${place}"]`)?.focus();
	}

	function onkeydown(event: KeyboardEvent): void {
		if (!(event.target as HTMLElement).closest('[role=gridcell]')) return;
		const isTicked = selection.at.column === handedIn;
		if (selection.typed !== null && event.key.length === 1 && !event.ctrlKey && !event.metaKey) {
			event.preventDefault();
			selection.typed += event.key;
			return;
		}
		if (selection.typed !== null && event.key === 'Backspace') {
			event.preventDefault();
			selection.typed = selection.typed.slice(0, -1);
			return;
		}
		const act = actOf(event, selection.typed, false);
		if (!act) return;
		if (act.kind === 'step' && !selection.step(act.by)) return;
		event.preventDefault();
		if (isTicked && ['type', 'menu', 'fill', 'clear'].includes(act.kind)) return tickHandedIn();
		if (selection.walk(act)) return void goTo();
		if (act.kind === 'fill') fill();
		else if (act.kind === 'drop') selection.drop();
		else if (act.kind === 'clear') put('');
		else if (act.kind === 'type') selection.typed = act.text;
		else if (act.kind === 'edit') {
			const part = parts[selection.at.column];
			selection.typed = part ? shown(rows[selection.at.row]!, part) : null;
		}
	}

	function pick(row: number, place: number, event: MouseEvent): void {
		if (event.shiftKey) selection.reach({ row, column: place });
		else selection.go({ row, column: place });
		void goTo();
	}
	const isAt = (row: number, place: number) => selection.at.row === row && selection.at.column === place;
	const looks = (row: number, place: number) => [
		'flex w-33 flex-none cursor-default items-center truncate border-b border-l border-hair px-2 outline-none',
		isAt(row, place) && 'shadow-[inset_0_0_0_2px_var(--color-juniper)]',
		!isAt(row, place) && selection.anchor && selection.holds(row, place) && 'bg-ice'
	];
	const head =
		'flex w-33 flex-none flex-col justify-end border-b border-l border-rule border-l-hair px-2 py-1.5';
	const first = 'sticky left-0 z-1 flex w-52 flex-none items-center border-b pl-6 max-md:w-32 max-md:pl-4';
</script>

<div
	bind:this={table}
	class="scroll min-h-0 min-w-0 flex-1 overflow-auto"
	role="grid"
	tabindex="-1"
	aria-label="{column.name}, opened"
	aria-rowcount={rows.length + 1}
	aria-colcount={parts.length + 2}
	aria-multiselectable="true"
	{onkeydown}
>
	<div
		role="row"
		aria-rowindex={1}
		class="sticky top-0 z-2 flex w-max min-w-full bg-birch text-small leading-4"
	>
		<div
			role="columnheader"
			aria-colindex={1}
			class={[first, 'items-end border-rule bg-birch pb-2 text-slate']}
		>
			{counted(rows.length, 'student')}
		</div>
		{#each parts as part (part.place)}
			<div role="columnheader" aria-colindex={part.place + 2} class={head}>
				<b class="line-clamp-3 text-body leading-4.5 font-semibold text-ink" title={part.name}>{part.name}</b>
				<span class="text-slate"
					>{part.levels.length ? counted(part.levels.length, 'level') : `of ${part.outOf}`}</span
				>
				{#if part.levels.length && !column.lock && lacking(part).length}
					<Select
						class="h-6 text-small text-juniper"
						label="Give the rest in {part.name}"
						value=""
						onchange={(mark) => giveRest(part, mark)}
						choices={[
							['', `the other ${lacking(part).length}…`],
							...part.levels.map(({ mark }) => [mark, mark] as const)
						]}
					/>
				{/if}
			</div>
		{/each}
		<div role="columnheader" aria-colindex={handedIn + 2} class={head}>
			<b class="text-body leading-4.5 font-semibold text-ink">Handed in</b>
			<span class="text-slate">Space ticks it</span>
		</div>
	</div>
	<div role="rowgroup" class="w-max min-w-full">
		{#each rows as row, at (row.student_id)}
			{@const isHere = selection.at.row === at}
			<div role="row" aria-rowindex={at + 2} class={['flex h-8.5', isHere && 'bg-ice-2']}>
				<div
					role="rowheader"
					aria-colindex={1}
					class={[first, 'border-hair', isHere ? 'bg-ice-2' : 'bg-birch']}
				>
					<span class="truncate" title={called(row)}>{called(row)}</span>
				</div>
				{#each parts as part (part.place)}
					{@const text = shown(row, part)}
					<div
						role="gridcell"
						tabindex={isAt(at, part.place) ? 0 : -1}
						aria-colindex={part.place + 2}
						aria-selected={selection.holds(at, part.place)}
						aria-label="{called(row)}, {part.name}: {isFree(row) ? text || 'blank' : 'not given'}"
						data-cell="{at} {part.place}"
						class={[...looks(at, part.place), !isFree(row) && 'text-slate']}
						onmousedown={(event) => pick(at, part.place, event)}
					>
						{#if isAt(at, part.place) && selection.typed !== null}<span
								class="rounded bg-snow px-1"
								aria-live="polite">{selection.typed}…</span
							>
						{:else}<span class="truncate">{cellOf(row).state === 'not_assigned' ? '·' : text}</span>{/if}
					</div>
				{/each}
				<div
					role="gridcell"
					tabindex={isAt(at, handedIn) ? 0 : -1}
					aria-colindex={handedIn + 2}
					aria-selected={selection.holds(at, handedIn)}
					aria-label="{called(row)}, handed in: {flagOf(row) === 'handed in' ? 'yes' : flagOf(row) || 'no'}"
					data-cell="{at} {handedIn}"
					class={looks(at, handedIn)}
					onmousedown={(event) => pick(at, handedIn, event)}
					ondblclick={tickHandedIn}
				>
					{flagOf(row) === 'handed in' ? '✓' : flagOf(row)}
				</div>
			</div>
		{/each}
	</div>
</div>
