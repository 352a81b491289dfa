<script lang="ts">
	/** A student's row: name, grade, and the cells that are drawn. */
	import { pulse } from '$lib/frame/pulse.svelte';
	import CellView from './CellView.svelte';
	import { rest as lacking } from './decimals';
	import type { Entering, Row, Work } from './entering.svelte';
	import type { Selection } from './selection.svelte';
	import type { Piece } from './visible';

	let {
		row,
		index,
		columns,
		drawn,
		rest,
		selection,
		entering,
		hues,
		hasIce,
		isAdjusted,
		places,
		hasAliases,
		onrow,
		onworking,
		onpick,
		onedit
	}: {
		row: Row;
		index: number;
		columns: Work[];
		drawn: Piece[];
		/** How many columns after the last that is drawn are not. */
		rest: number;
		selection: Selection;
		entering: Entering;
		/** The colour of each code that has one. */
		hues: Map<string, number>;
		hasIce: boolean;
		/** Whether numbers are shown as adjusted. */
		isAdjusted: boolean;
		/** The most decimals of a grade. */
		places: number;
		hasAliases: boolean;
		onrow: () => void;
		onworking: () => void;
		onpick: (column: number, isReaching: boolean) => void;
		onedit: () => void;
	} = $props();

	const isHere = $derived(index === selection.at.row);
	// Looked at once a row: what happens in another row leaves its cells alone.
	const waiting = $derived(entering.waiting(row));
	const troubled = $derived(entering.troubled(row));
	const others = $derived(pulse.inRow(row.student_id));
	const name = $derived(hasAliases ? row.alias : `${row.given_name} ${row.family_name}`);
	const states: Record<string, string> = {
		not_assigned: 'not assigned',
		missing: 'missing',
		past_due: 'blank, past due'
	};

	function label(column: Work): string {
		const cell = row.cells[column.id]!;
		const problem = troubled?.get(column.id);
		const text = problem?.typed ?? waiting?.get(column.id)?.text ?? cell.text;
		return [
			`${name}, ${column.name}:`,
			text || (cell.state ? states[cell.state] : 'blank'),
			cell.dropped ? 'dropped' : '',
			cell.flag,
			cell.comment ? 'with a comment' : '',
			cell.slip ?? '',
			column.lock ? 'locked' : '',
			problem?.message ?? ''
		]
			.filter(Boolean)
			.join(' ');
	}

	/** The field takes the focus as it appears, with the caret at the end. */
	function taken(input: HTMLInputElement): void {
		input.focus();
		input.setSelectionRange(-1, -1);
	}
</script>

<tr class:here={isHere} aria-rowindex={index + 2}>
	<th class="student" scope="row" title={hasAliases ? undefined : name}>
		<button tabindex="-1" onclick={onrow}
			>{#if hasAliases}<b>{row.alias}</b>{:else}<b>{row.family_name}</b><span>, {row.given_name}</span
				>{/if}{#if row.number && !hasAliases}<small>{row.number}</small>{/if}<span class="sr-only"
				>; the student’s grades</span
			></button
		>
	</th>
	<td class="grade">
		<button tabindex="-1" onclick={onworking}>
			<span class="sr-only">{name}: </span>
			<b>{row.grade.mark ?? ''}</b>
			<span class="percent" data-rest={lacking(row.grade.percent ?? '', places)}
				>{row.grade.percent ?? '—'}</span
			>
			<span class="sr-only">; open its working</span>
		</button>
	</td>
	{#each drawn as piece (columns[piece.index]?.id)}
		{@const column = columns[piece.index]!}
		{@const cell = row.cells[column.id]}
		{@const isAt = isHere && piece.index === selection.at.column}
		{@const isTyping = isAt && selection.typed !== null}
		{@const isChosen = selection.anchor !== null && selection.holds(index, piece.index)}
		{#if piece.gap}<td class="gap" aria-hidden="true"></td>{/if}
		{#if cell}
			{@const somebody = others?.get(column.id)}
			{@const problem = troubled?.get(column.id)}
			{@const pending = waiting?.get(column.id)}
			<td
				class="cell"
				class:iced={hasIce &&
					cell.level !== null &&
					!(isTyping || typeof pending?.text === 'string' || problem || column.apart || cell.slip)}
				class:crossed={cell.level !== null && cell.level > 35 && cell.level < 65}
				class:faint={cell.dropped}
				class:marked={cell.flag || cell.comment || cell.slip || pending || problem}
				style:--level="{cell.level ?? 0}%"
				class:out={column.apart}
				class:somebody
				class:chosen={isChosen}
				class:slip={cell.slip || problem}
				class:locked={column.lock}
				title={somebody ? `${somebody} is here` : cell.slip || column.lock || undefined}
				tabindex={isAt ? 0 : -1}
				aria-selected={isAt || isChosen}
				aria-readonly={column.lock ? true : undefined}
				aria-colindex={piece.index + 3}
				aria-label={label(column)}
				onmousedown={(event) => {
					if (isTyping) return;
					event.preventDefault();
					onpick(piece.index, event.shiftKey);
				}}
				onmouseenter={(event) => event.buttons === 1 && onpick(piece.index, true)}
				ondblclick={onedit}
			>
				{#if isTyping}
					<input
						{@attach taken}
						bind:value={selection.typed}
						aria-label={label(column)}
						maxlength="200"
						onblur={() => selection.keep()}
					/>
				{:else}
					<CellView
						{cell}
						{problem}
						{pending}
						{isAdjusted}
						places={column.places}
						hue={hues.get(cell.text) ?? 0}
					/>
				{/if}
			</td>
		{:else}<td class="cell"></td>{/if}
	{/each}
	{#if rest}<td class="gap" aria-hidden="true"></td>{/if}
	<td class="rest"></td>
</tr>

<style>
	/* A row is painted by itself: what changes in another one leaves it as it was drawn. */
	tr {
		position: relative;
		z-index: 0;
	}
	.here {
		z-index: 1;
	}
	th,
	td {
		height: 30px;
		padding: 0;
		font-weight: 400;
		text-align: left;
		border-right: 1px solid var(--hair);
		border-bottom: 1px solid var(--hair);
		background: var(--birch);
	}
	.student button {
		display: flex;
		width: 100%;
		height: 29px;
		align-items: center;
		text-align: left;
	}
	.student b {
		font-weight: 500;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.student button > span:not(:global(.sr-only)) {
		flex: none;
		white-space: pre;
	}
	.student small {
		flex: none;
		margin-left: 6px;
		color: var(--slate);
		font-size: 12px;
	}
	.student button:hover b {
		text-decoration: underline;
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
		width: var(--mark);
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
	/* Hundreds of cells are drawn: only those that hold something of their own place are placed, which costs a layer. */
	.cell {
		--ground: var(--snow);
		background: var(--ground);
		text-align: right;
		white-space: nowrap;
		cursor: cell;
	}
	.out {
		background: repeating-linear-gradient(135deg, var(--snow) 0 5px, var(--hair) 5px 6px);
	}
	.marked,
	.cell[tabindex='0'] {
		position: relative;
	}
	.locked {
		--ground: var(--birch);
		background: var(--ground);
		cursor: not-allowed;
	}
	.iced {
		--edge: var(--deep);
		--full: var(--ice);
		background:
			linear-gradient(var(--edge) 0 1px, transparent 1px) left bottom / 100% var(--level) no-repeat,
			linear-gradient(var(--frost), var(--full)) left bottom / 100% var(--level) no-repeat,
			var(--ground);
	}
	/* Over the ice, so that one sees what is chosen. */
	.chosen {
		background: var(--juniper-2);
	}
	.faint {
		--edge: color-mix(in srgb, var(--deep) 38%, var(--snow));
		--full: color-mix(in srgb, var(--ice) 38%, var(--snow));
	}
	/* Where the ice ends behind the text its edge would strike it through. */
	.crossed {
		--edge: color-mix(in srgb, var(--deep) 30%, var(--frost));
	}
	.slip {
		background: var(--amber-2);
	}
	.somebody {
		outline: 2px dashed var(--deep-2);
		outline-offset: -2px;
	}
	.cell[tabindex='0'] {
		outline: 2px solid var(--juniper);
		outline-offset: -2px;
		z-index: 3;
	}
	.cell:not(:focus):not(:focus-within)[tabindex='0'] {
		outline-width: 1px;
	}
	input {
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
</style>
