<script lang="ts">
	/** A student's row: name, grade, and the cells that are drawn. */
	import { presence } from '$lib/class/presence.svelte';
	import { brief } from '$lib/ui/brief';
	import { hasLeft } from '$lib/ui/focus';
	import Blocks from './Blocks.svelte';
	import CellView from './CellView.svelte';
	import { rest as lacking } from './decimals';
	import type { Entering, Row, Work } from '$lib/class/entering.svelte';
	import type { Selection } from './selection.svelte';
	import { Still } from './still.svelte';
	import { shownName } from '$lib/class/names';
	import { ROW, type Block } from './visible';

	let {
		row: given,
		index,
		blocks,
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
		blocks: Block<Work>[];
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

	const still = new Still(() => given);
	const row = $derived(still.now);
	const isHere = new Still(() => index === selection.at.row);
	// Looked at once a row: what happens in another row leaves its cells alone.
	const waiting = new Still(() => entering.waiting(given));
	const troubled = new Still(() => entering.troubled(given));
	const others = new Still(() => presence.inRow(given.student_id));
	const name = $derived(shownName(row, hasAliases));
	const states: Record<string, string> = {
		not_assigned: 'not assigned',
		missing: 'missing',
		past_due: 'blank, past due',
		begun: 'begun, not all criteria have a level'
	};

	function label(column: Work): string {
		const cell = row.cells[column.id]!;
		const problem = troubled.now?.get(column.id);
		const text = brief(problem?.typed ?? waiting.now?.get(column.id)?.text ?? cell.text);
		return [
			`${name}, ${column.name}:`,
			text || (cell.state ? states[cell.state] : 'blank'),
			cell.dropped ? 'dropped' : '',
			cell.flag,
			cell.comment ? 'with a comment' : '',
			cell.note ? 'with a note' : '',
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
		input.setSelectionRange(input.value.length, input.value.length);
	}
</script>

<div class="row" class:here={isHere.now} role="row" aria-rowindex={index + 3} style:top="{index * ROW}px">
	<div class="student" role="rowheader" aria-colindex="1" title={hasAliases ? undefined : name}>
		<button tabindex="-1" onclick={onrow}
			>{#if hasAliases}<b>{row.alias}</b>{:else}<b>{row.family_name}</b><span>, {row.given_name}</span
				>{/if}{#if row.number && !hasAliases}<small>{row.number}</small>{/if}<span class="sr-only"
				>; the student’s grades</span
			></button
		>
	</div>
	<div class="grade" role="gridcell" aria-colindex="2">
		<button tabindex="-1" onclick={onworking}>
			<span class="sr-only">{name}: </span>
			<b>{row.grade.mark ?? ''}</b>
			<span class="percent" data-rest={lacking(row.grade.percent ?? '', places) || undefined}
				>{row.grade.percent ?? '—'}</span
			>
			<span class="sr-only">; open its working</span>
		</button>
	</div>
	<Blocks {blocks}>
		{#snippet children(at, column)}
			{@const cell = row.cells[column.id]}
			{@const isAt = isHere.now && at === selection.at.column}
			{@const isTyping = isAt && selection.typed !== null}
			{@const isChosen = selection.anchor !== null && selection.holds(index, at)}
			{#if cell}
				{@const somebody = others.now?.get(column.id)}
				{@const problem = troubled.now?.get(column.id)}
				{@const pending = waiting.now?.get(column.id)}
				{@const isIced =
					hasIce &&
					cell.level !== null &&
					!(isTyping || typeof pending?.text === 'string' || problem || column.apart || cell.slip)}
				<div
					class="cell"
					role="gridcell"
					class:iced={isIced}
					class:crossed={cell.level !== null && cell.level > 35 && cell.level < 65}
					class:faint={cell.dropped}
					class:marked={cell.flag || cell.comment || cell.note || cell.slip || pending || problem}
					style:--level={isIced ? `${cell.level}%` : undefined}
					class:out={column.apart}
					class:somebody
					class:chosen={isChosen}
					class:slip={cell.slip || problem}
					class:locked={column.lock}
					title={somebody ? `${somebody} is here` : cell.slip || column.lock || undefined}
					tabindex={isAt ? 0 : -1}
					aria-selected={isAt || isChosen}
					aria-readonly={column.lock ? true : undefined}
					aria-colindex={at + 3}
					aria-label={label(column)}
					onmousedown={(event) => {
						if (isTyping) return;
						event.preventDefault();
						onpick(at, event.shiftKey);
					}}
					onmouseenter={(event) => event.buttons === 1 && onpick(at, true)}
					ondblclick={onedit}
				>
					{#if isTyping}
						<input
							{@attach taken}
							bind:value={selection.typed}
							aria-label={label(column)}
							maxlength="200"
							onblur={(event) => hasLeft(event) && selection.keep()}
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
				</div>
			{:else}<div class="cell" role="gridcell" tabindex={isAt ? 0 : -1} aria-colindex={at + 3}></div>{/if}
		{/snippet}
	</Blocks>
</div>

<style>
	/* A row is painted by itself: what changes in another one leaves it as it was drawn. */
	.row {
		position: absolute;
		left: 0;
		right: 0;
		height: 30px;
		z-index: 0;
		contain: size layout style;
	}
	.here {
		z-index: 1;
	}
	/* Rows are painted one over the other: an outline stays in its own. */
	button {
		outline-offset: -2px;
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
		color: var(--color-slate);
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
		background: var(--color-ice-2);
	}
	.grade button b {
		width: var(--mark);
		font-weight: 600;
		text-align: left;
	}
	.grade .percent {
		display: var(--percents, inline);
		flex: 1;
		text-align: right;
	}
	.row.here > .student,
	.row.here > .grade {
		background: var(--color-ice-2);
	}
	/* Hundreds of cells are drawn: only those that hold something of their own place are placed, which costs a layer. */
	.cell {
		--ground: var(--color-snow);
		background: var(--ground);
		line-height: 29px;
		text-align: right;
		cursor: cell;
	}
	.out {
		background: repeating-linear-gradient(135deg, var(--color-snow) 0 5px, var(--color-hair) 5px 6px);
	}
	.marked,
	.cell[tabindex='0'] {
		position: relative;
	}
	.locked {
		--ground: var(--color-birch);
		background: var(--ground);
		cursor: not-allowed;
	}
	.iced {
		--edge: var(--color-deep);
		--full: var(--color-ice);
		background:
			linear-gradient(var(--edge) 0 1px, transparent 1px) left bottom / 100% var(--level) no-repeat,
			linear-gradient(var(--color-frost), var(--full)) left bottom / 100% var(--level) no-repeat,
			var(--ground);
	}
	/* Over the ice, so that one sees what is chosen. */
	.chosen {
		background: var(--color-juniper-2);
	}
	.faint {
		--edge: color-mix(in srgb, var(--color-deep) 38%, var(--color-snow));
		--full: color-mix(in srgb, var(--color-ice) 38%, var(--color-snow));
	}
	/* Where the ice ends behind the text its edge would strike it through. */
	.crossed {
		--edge: color-mix(in srgb, var(--color-deep) 30%, var(--color-frost));
	}
	.slip {
		background: var(--color-amber-2);
	}
	.somebody {
		outline: 2px dashed var(--color-deep-2);
		outline-offset: -2px;
	}
	.cell[tabindex='0'] {
		outline: 2px solid var(--color-juniper);
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
		height: 29px;
		padding: 0 7px 0 3px;
		text-align: right;
		outline: none;
	}
</style>
