<script lang="ts">
	/** The grid: students down, assignments across. Operated by the keyboard as a spreadsheet is. */
	import { tick } from 'svelte';
	import type { Shapes } from '$lib/api/client';
	import { shortDay } from '$lib/api/days';
	import { saving } from '$lib/saving/saving.svelte';
	import { pulse } from '$lib/frame/pulse.svelte';
	import CellView from './CellView.svelte';
	import { format } from './clipboard';
	import { pasted, type Pasted } from './pasting';
	import { actOf, Selection, type Act, type Cell } from './selection.svelte';
	import Spread from './Spread.svelte';

	type Row = Shapes['RowOut'];
	type Column = Shapes['ColumnOut'];

	let {
		classId,
		grid,
		hasIce,
		onworking,
		onselect,
		onhead,
		onpasted,
		acts,
		hasAliases = false
	}: {
		classId: number;
		grid: Shapes['GridOut'];
		hasIce: boolean;
		onworking: (row: Row) => void;
		onselect: (row: Row, column: Column) => void;
		onhead: (column: Column) => void;
		onpasted: (pasted: Pasted) => void;
		/** The acts of the cell's menu beside those of the grid itself, by their letter. */
		acts: { key: string; words: string; act: (row: Row, column: Column) => void }[];
		/** Whether aliases stand in place of names. */
		hasAliases?: boolean;
	} = $props();

	let table: HTMLElement;
	let input = $state<HTMLInputElement>();
	let isPlaced = $state(false);
	/** The version that stood in the cell when typing began: what a colleague enters meanwhile is not what one typed on. */
	let basis: number | null = null;
	/** Where the cell's menu stands while it is open. */
	let menu = $state<{ left: number; top: number } | null>(null);
	let menuFirst = $state<HTMLButtonElement>();
	const selection = new Selection(() => ({ rows: grid.rows.length, columns: grid.columns.length }), enter);

	function cellOf(cell: Cell): { row: Row; column: Column; cell: Shapes['CellOut'] } | null {
		const row = grid.rows[cell.row];
		const column = grid.columns[cell.column];
		const found = row && column && row.cells[column.id];
		return found ? { row, column, cell: found } : null;
	}

	function place(row: Row, column: Column) {
		return { classId, student: row.student_id, assignment: column.id };
	}

	function enter(at: Cell, text: string): void {
		const begun = basis;
		basis = null;
		const here = cellOf(at);
		if (!here) return;
		const where = place(here.row, here.column);
		const now = saving.problem(where)?.typed ?? saving.pending(where)?.text ?? here.cell.text;
		if (text.trim() === now && !saving.problem(where)) return;
		const based = saving.problem(where)?.theirs?.version ?? begun ?? here.cell.version;
		void saving.enter(where, grid.term_id, text.trim(), based);
	}

	function isLocked(at: Cell): boolean {
		return cellOf(at)?.cell.state === 'not_assigned';
	}

	async function onkeydown(event: KeyboardEvent): Promise<void> {
		if (menu) return;
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
				if (isLocked(selection.at)) return;
				isPlaced = act.kind === 'edit';
				basis = cellOf(selection.at)?.cell.version ?? null;
				selection.typed = act.kind === 'type' ? act.text : shownText(selection.at);
				await tick();
				input?.focus();
				input?.setSelectionRange(-1, -1);
				return;
			case 'clear':
				clear();
				break;
			case 'drop':
				basis = null;
				selection.drop();
				break;
			case 'menu':
				openMenu();
				await tick();
				menuFirst?.focus();
				return;
		}
		isPlaced = false;
		await focus();
	}

	/** Enter several cells together, which are undone together. */
	function enterAll(cells: { at: Cell; text: string }[]): void {
		const typed = cells.flatMap(({ at, text }) => {
			const here = cellOf(at);
			if (!here || here.cell.state === 'not_assigned' || text === shownText(at)) return [];
			return [{ ...place(here.row, here.column), text, version: here.cell.version }];
		});
		void saving.enterAll(grid.term_id, typed);
	}

	function clear(): void {
		selection.drop();
		enterAll(selection.cells().map((at) => ({ at, text: '' })));
	}

	/** What stands in the rectangle's first row goes into all rows below it. */
	function fillDown(): void {
		const { top } = selection.chosen;
		const cells = selection.cells().filter((at) => at.row > top);
		enterAll(cells.map((at) => ({ at, text: shownText({ row: top, column: at.column }) })));
	}

	function isElsewhere(event: ClipboardEvent): boolean {
		return selection.typed !== null || !table.contains(event.target as Node);
	}

	function oncopy(event: ClipboardEvent): void {
		if (isElsewhere(event)) return;
		const { top, left, bottom, right } = selection.chosen;
		const rows = [];
		for (let row = top; row <= bottom; row++) {
			const cells = [];
			for (let column = left; column <= right; column++) cells.push(shownText({ row, column }));
			rows.push(cells);
		}
		event.clipboardData?.setData('text/plain', format(rows));
		event.preventDefault();
	}

	function onpaste(event: ClipboardEvent): void {
		if (isElsewhere(event)) return;
		event.preventDefault();
		onpasted(pasted(event.clipboardData?.getData('text/plain') ?? '', grid, selection.chosen));
	}

	function shownText(at: Cell): string {
		const here = cellOf(at);
		if (!here) return '';
		const where = place(here.row, here.column);
		return saving.problem(where)?.typed ?? saving.pending(where)?.text ?? here.cell.text;
	}

	/** The focus goes to the selected cell, which is brought into sight beside the fixed columns. */
	async function focus(): Promise<void> {
		await tick();
		const cell = table.querySelector<HTMLElement>('td[tabindex="0"]');
		cell?.focus({ preventScroll: true });
		cell?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
		const here = cellOf(selection.at);
		if (here) onselect(here.row, here.column);
	}

	async function onpick(row: number, column: number, isReaching = false): Promise<void> {
		if (isReaching) selection.reach({ row, column });
		else selection.go({ row, column });
		isPlaced = false;
		await focus();
	}

	/** Under the cell, or above it where there is no room below. */
	function openMenu(): void {
		const cell = table.querySelector('td[tabindex="0"]')?.getBoundingClientRect();
		if (!cell) return;
		const height = 16 + 28 * (acts.length + 1);
		const isBelow = cell.bottom + height < window.innerHeight;
		menu = {
			left: Math.min(cell.left, window.innerWidth - 230),
			top: isBelow ? cell.bottom : Math.max(8, cell.top - height)
		};
	}

	async function closeMenu(): Promise<void> {
		menu = null;
		await focus();
	}

	function onmenukey(event: KeyboardEvent): void {
		event.stopPropagation();
		const found = acts.find((each) => each.key === event.key.toLowerCase());
		if (event.key === 'Escape') void closeMenu();
		else if (found) void choose(found.act);
		else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') along(event);
		else return;
		event.preventDefault();
	}

	/** The arrows go along the menu. */
	function along(event: KeyboardEvent): void {
		const items = [...(event.currentTarget as HTMLElement).querySelectorAll('button')];
		const now = items.indexOf(document.activeElement as HTMLButtonElement);
		items.at((now + (event.key === 'ArrowDown' ? 1 : -1)) % items.length)?.focus();
	}

	async function choose(act: (row: Row, column: Column) => void): Promise<void> {
		await closeMenu();
		const here = cellOf(selection.at);
		if (here) act(here.row, here.column);
	}

	function named(row: Row): string {
		return hasAliases ? row.alias : `${row.given_name} ${row.family_name}`;
	}

	function label(row: Row, column: Column): string {
		const cell = row.cells[column.id]!;
		const states: Record<string, string> = {
			not_assigned: 'not assigned',
			missing: 'missing',
			past_due: 'blank, past due'
		};
		const problem = saving.problem(place(row, column));
		return [
			`${named(row)}, ${column.name}:`,
			shownText({ row: grid.rows.indexOf(row), column: grid.columns.indexOf(column) }) ||
				(cell.state ? states[cell.state] : 'blank'),
			cell.dropped ? 'dropped' : '',
			cell.flag,
			cell.slip ?? '',
			problem ? problem.message : ''
		]
			.filter(Boolean)
			.join(' ');
	}

	// One's own earlier entry in the cell, saved meanwhile, is what one types on.
	$effect(() =>
		saving.onAnswer((answered, _term, answer) => {
			const here = cellOf(selection.at);
			if (basis === null || answered !== classId || !here) return;
			const mine = answer.saved.find(
				(each) => each.student === here.row.student_id && each.assignment === here.column.id
			);
			if (mine) basis = mine.version;
		})
	);

	$effect(() => {
		if (grid.rows.length && selection.at.row >= grid.rows.length) selection.at = { row: 0, column: 0 };
	});
</script>

<svelte:document {oncopy} {onpaste} />

<div class="scroll">
	<table
		bind:this={table}
		role="grid"
		aria-label="Scores, {grid.term}"
		aria-rowcount={grid.rows.length + 1}
		aria-colcount={grid.columns.length + 2}
		aria-multiselectable="true"
		{onkeydown}
	>
		<thead>
			<tr class="heads">
				<th class="student" scope="col"><div>{grid.rows.length} students</div></th>
				<th class="grade" scope="col"><div>{grid.term}</div></th>
				{#each grid.columns as column, index (column.id)}
					<th
						class="work"
						class:none={column.colour === null}
						class:here={index === selection.at.column}
						scope="col"
						title={column.name}
						style="--c: {column.colour === null ? 'var(--slate)' : `var(--hue-${column.colour})`}"
					>
						<span class="line"
							><i class="sign-letters">{column.sign ?? '—'}</i><span
								>{column.extra ? '+' : ''}{column.points}</span
							></span
						>
						<button tabindex="-1" onclick={() => onhead(column)}
							>{column.short_name}<span class="sr-only">: what can be done with the column</span></button
						>
						<span>{column.due_on ? shortDay(column.due_on) : ' '}</span>
						<span class:apart={column.apart} class:hidden-work={!column.shown && !column.apart}
							>{column.words}</span
						>
						<span class="bar"><i style="width: {column.bar}%"></i></span>
					</th>
				{/each}
				<th class="rest" aria-hidden="true"></th>
			</tr>
			<tr class="strip">
				<td class="student">spread, 40 to 100 %</td>
				<td class="grade"><Spread spread={grid.spread} width={56} /></td>
				{#each grid.columns as column (column.id)}<td><Spread spread={column.spread} /></td>{/each}
				<td class="rest"></td>
			</tr>
		</thead>
		<tbody>
			{#each grid.rows as row, rowIndex (row.student_id)}
				<tr class:here={rowIndex === selection.at.row} aria-rowindex={rowIndex + 2}>
					<th
						class="student"
						scope="row"
						title={hasAliases ? undefined : `${row.given_name} ${row.family_name}`}
					>
						<span
							>{#if hasAliases}<b>{row.alias}</b>{:else}<b>{row.family_name}</b><span>, {row.given_name}</span
								>{/if}{#if row.number && !hasAliases}<small>{row.number}</small>{/if}</span
						>
					</th>
					<td class="grade">
						<button tabindex="-1" onclick={() => onworking(row)}>
							<span class="sr-only">{named(row)}: </span>
							<b>{row.grade.mark ?? ''}</b>
							<span class="percent">{row.grade.percent ?? '—'}</span>
							<span class="sr-only">; open its working</span>
						</button>
					</td>
					{#each grid.columns as column, columnIndex (column.id)}
						{@const cell = row.cells[column.id]}
						{@const isHere = rowIndex === selection.at.row && columnIndex === selection.at.column}
						{#if cell}
							<td
								class="cell"
								class:out={column.apart}
								class:somebody={pulse.who(row.student_id, column.id)}
								title={pulse.who(row.student_id, column.id)
									? `${pulse.who(row.student_id, column.id)} is here`
									: undefined}
								class:problem-cell={saving.problem(place(row, column))}
								tabindex={isHere ? 0 : -1}
								class:chosen={selection.anchor !== null && selection.holds(rowIndex, columnIndex)}
								class:slip={cell.slip}
								aria-selected={isHere || selection.holds(rowIndex, columnIndex)}
								aria-colindex={columnIndex + 3}
								aria-label={label(row, column)}
								onmousedown={(event) => {
									if (isHere && selection.typed !== null) return;
									event.preventDefault();
									void onpick(rowIndex, columnIndex, event.shiftKey);
								}}
								onmouseenter={(event) => event.buttons === 1 && void onpick(rowIndex, columnIndex, true)}
								ondblclick={() => perform({ kind: 'edit' })}
							>
								{#if isHere && selection.typed !== null}
									<input
										bind:this={input}
										bind:value={selection.typed}
										aria-label={label(row, column)}
										maxlength="200"
										onblur={() => selection.keep()}
									/>
								{:else}
									<CellView
										{cell}
										{hasIce}
										pending={saving.pending(place(row, column))}
										problem={saving.problem(place(row, column))}
									/>
								{/if}
							</td>
						{:else}<td class="cell"></td>{/if}
					{/each}
					<td class="rest"></td>
				</tr>
			{/each}
		</tbody>
		<tfoot>
			<tr>
				<td class="student">Mean, in points</td>
				<td class="grade mean">{grid.footer ?? ''}</td>
				{#each grid.columns as column (column.id)}<td class="mean">{column.mean ?? ''}</td>{/each}
				<td class="rest"></td>
			</tr>
		</tfoot>
	</table>
</div>
{#if menu}
	<div
		class="menu"
		role="menu"
		tabindex="-1"
		aria-label="What can be done here"
		style="left: {menu.left}px; top: {menu.top}px"
		onkeydown={onmenukey}
	>
		{#each acts as each, index (each.key)}
			{#if index === 0}<button bind:this={menuFirst} role="menuitem" onclick={() => choose(each.act)}
					><kbd>{each.key}</kbd> {each.words}</button
				>{:else}<button role="menuitem" onclick={() => choose(each.act)}
					><kbd>{each.key}</kbd> {each.words}</button
				>{/if}
		{/each}
		<button role="menuitem" onclick={closeMenu}><kbd>Esc</kbd> back to the cell</button>
	</div>
{/if}

<style>
	.scroll {
		flex: 1;
		min-height: 0;
		overflow: auto;
		scroll-padding: 104px 8px 32px 264px;
	}
	table {
		width: 100%;
		border-collapse: separate;
		border-spacing: 0;
		table-layout: fixed;
	}
	th,
	td {
		padding: 0;
		font-weight: 400;
		text-align: left;
		border-right: 1px solid var(--hair);
		border-bottom: 1px solid var(--hair);
		background: var(--birch);
	}
	thead,
	tfoot {
		position: sticky;
		z-index: 6;
	}
	thead {
		top: 0;
	}
	tfoot {
		bottom: 0;
	}
	.student,
	.grade {
		position: sticky;
		z-index: 4;
	}
	.student {
		left: 0;
		width: 178px;
		padding: 0 6px 0 24px;
		border-right-color: transparent;
		overflow: hidden;
	}
	.grade {
		left: 178px;
		width: 78px;
		border-right-color: var(--rule);
	}
	.rest {
		width: auto;
		border-right: 0;
	}
	.heads th {
		height: 80px;
		vertical-align: top;
		font-size: 12px;
		line-height: 16px;
	}
	.heads .student div {
		padding-top: 42px;
	}
	.heads .grade div {
		padding: 42px 0 0 10px;
	}
	.work {
		position: relative;
		width: 46px;
		padding: 5px 4px 0 5px;
		border-right-color: transparent;
		overflow: hidden;
	}
	.work::before {
		content: '';
		position: absolute;
		left: 2px;
		right: 1px;
		top: 0;
		height: 3px;
		background: var(--c);
	}
	.work.none::before {
		background: repeating-linear-gradient(90deg, var(--c) 0 4px, transparent 4px 7px);
	}
	.work.here {
		background: var(--ice-2);
		box-shadow:
			inset 1px 0 0 var(--juniper),
			inset -1px 0 0 var(--juniper);
	}
	.work > span {
		display: block;
		white-space: nowrap;
		letter-spacing: -0.01em;
		color: var(--slate);
	}
	.work > button {
		display: block;
		color: var(--ink);
		font-weight: 600;
		font-size: 13px;
		letter-spacing: -0.01em;
		text-align: left;
		white-space: nowrap;
	}
	.work > button:hover {
		text-decoration: underline;
	}
	.work .line {
		display: flex;
		justify-content: space-between;
	}
	.work i {
		font-style: normal;
	}
	.work .apart {
		color: var(--amber-ink);
	}
	.work .hidden-work {
		color: var(--ink);
		font-weight: 600;
		background: repeating-linear-gradient(135deg, transparent 0 3px, var(--hair) 3px 4px);
	}
	.work .bar {
		position: absolute;
		left: 5px;
		right: 5px;
		bottom: 3px;
		height: 3px;
		background: var(--hair);
	}
	.bar i {
		display: block;
		height: 3px;
		background: var(--c);
	}
	.strip td {
		height: 22px;
		border-bottom-color: var(--rule);
		font-size: 12px;
		color: var(--slate);
		white-space: nowrap;
	}
	tbody th,
	tbody td {
		height: 30px;
	}
	tbody .student > span {
		display: inline-flex;
		max-width: 100%;
		align-items: baseline;
	}
	.student b {
		font-weight: 500;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.student span span {
		flex: none;
		white-space: nowrap;
	}
	.student small {
		flex: none;
		margin-left: 6px;
		color: var(--slate);
		font-size: 12px;
	}
	.grade button {
		display: flex;
		width: 100%;
		height: 29px;
		align-items: center;
		padding: 0 8px 0 10px;
	}
	.grade button:hover {
		background: var(--ice-2);
	}
	.grade button b {
		width: 23px;
		font-weight: 600;
		text-align: left;
	}
	.grade .percent {
		flex: 1;
		text-align: right;
	}
	.here > .student,
	.here > .grade {
		background: var(--ice-2);
	}
	.cell {
		position: relative;
		background: var(--snow);
		text-align: right;
		white-space: nowrap;
		cursor: cell;
	}
	.out {
		background: repeating-linear-gradient(135deg, var(--snow) 0 5px, var(--hair) 5px 6px);
	}
	.out :global(.level) {
		display: none;
	}
	.chosen {
		background: var(--ice);
	}
	.slip {
		background: var(--amber-2);
	}
	.slip :global(.level) {
		display: none;
	}
	.somebody {
		outline: 2px dashed var(--deep-2);
		outline-offset: -2px;
	}
	.problem-cell {
		background: var(--amber-2);
	}
	.cell[tabindex='0'] {
		outline: 2px solid var(--juniper);
		outline-offset: -1px;
		z-index: 3;
	}
	.cell:not(:focus):not(:focus-within)[tabindex='0'] {
		outline-width: 1px;
	}
	.cell input {
		position: absolute;
		right: 0;
		top: 0;
		width: 100%;
		min-width: 46px;
		height: 29px;
		padding: 0 7px 0 3px;
		text-align: right;
		outline: none;
	}
	.menu {
		position: fixed;
		z-index: 20;
		display: grid;
		padding: 6px;
		border-radius: 3px;
		background: var(--snow);
		box-shadow: var(--shadow);
	}
	.menu button {
		padding: 5px 8px;
		text-align: left;
	}
	.menu button:focus {
		background: var(--ice);
	}
	tfoot td {
		height: 27px;
		border-top: 1px solid var(--rule);
		border-bottom: 0;
		font-size: 12px;
	}
	.mean {
		padding-right: 8px;
		text-align: right;
	}
</style>
