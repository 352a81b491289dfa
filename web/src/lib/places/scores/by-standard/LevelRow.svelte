<script lang="ts">
	/** A student's levels in all standards. */
	import Blocks from '../grid/Blocks.svelte';
	import type { Selection } from '../grid/selection.svelte';
	import { Still } from '../grid/still.svelte';
	import type { Block } from '../grid/visible';
	import Dots, { widthOf } from './Dots.svelte';
	import type { LevelColumn, Table } from './levels';

	let {
		row: given,
		index,
		top,
		blocks,
		selection,
		name,
		onpick
	}: {
		row: Table['rows'][number];
		index: number;
		/** Where it begins, in px. */
		top: number;
		/** The standards that are drawn. */
		blocks: Block<LevelColumn>[];
		selection: Selection;
		name: string;
		onpick: (column: number, isReaching: boolean) => void;
	} = $props();
	/** Beside what stands in a cell, in px. */
	const PADDING = 8;
	const still = new Still(() => given);
	const row = $derived(still.now);
	const isHere = new Still(() => index === selection.at.row);
	/** Which cells of this row are chosen, from and to; where nothing is, all rows share one answer. */
	const from = new Still(() => (selection.anchor && selection.holds(index, selection.chosen.left) ? selection.chosen.left : -1)); // prettier-ignore
	const to = new Still(() => (selection.anchor && selection.holds(index, selection.chosen.left) ? selection.chosen.right : -2)); // prettier-ignore

	/** What says something about the levels of some standards, and where in the row it is drawn. */
	function evidence({ first, left, columns }: Block<LevelColumn>) {
		return columns.flatMap(({ width }, place) => {
			const heights = row.cells[first + place]?.heights ?? [];
			return heights.length ? [{ heights, right: left + (place + 1) * width - PADDING }] : [];
		});
	}

	function label(cell: Table['rows'][number]['cells'][number], standard: LevelColumn['standard']): string {
		return [
			`${name}, ${standard.name}:`,
			cell.mark ?? (standard.is_asked ? 'asked for, no evidence' : 'no level'),
			cell.by_hand ? `set by hand in place of ${cell.computed ?? 'nothing'}` : '',
			cell.from_parts ? 'from its parts' : '',
			cell.heights.length ? `${cell.heights.length} ${cell.heights.length === 1 ? 'piece' : 'pieces'}` : ''
		]
			.filter(Boolean)
			.join(' ');
	}
</script>

<div
	role="row"
	aria-rowindex={index + 2}
	class={['absolute inset-x-0 flex h-8.5 [contain:size_layout_style]', isHere.now && 'bg-ice-2']}
	style:top="{top}px"
>
	<div
		role="rowheader"
		aria-colindex={1}
		class={[
			'sticky left-0 z-1 flex w-52 flex-none items-center truncate border-b border-hair pl-6 max-md:w-32 max-md:pl-4',
			isHere.now ? 'bg-ice-2' : 'bg-birch'
		]}
	>
		<span class="truncate"
			>{#if name === row.alias}{name}{:else}<b class="font-semibold">{row.family_name}</b>, {row.given_name}{row.number
					? ` (${row.number})`
					: ''}{/if}</span
		>
	</div>
	<Blocks {blocks}>
		{#snippet children(place, { standard })}
			{@const cell = row.cells[place]}
			{@const isAt = isHere.now && selection.at.column === place}
			{#if cell}
				<div
					role="gridcell"
					tabindex={isAt ? 0 : -1}
					aria-colindex={place + 2}
					aria-selected={isAt || (place >= from.now && place <= to.now)}
					aria-label={label(cell, standard)}
					class={[
						'flex cursor-default items-center border-b border-l border-hair px-2 outline-none',
						cell.by_hand && 'relative',
						isAt && 'shadow-[inset_0_0_0_2px_var(--color-juniper)]',
						!isAt && place >= from.now && place <= to.now && 'bg-ice'
					]}
					style:padding-right="{PADDING + widthOf(cell.heights)}px"
					onmousedown={(event) => onpick(place, event.shiftKey)}
				>
					{#if isAt && selection.typed !== null}<span class="rounded bg-snow px-1" aria-live="polite"
							>{selection.typed}…</span
						>
					{:else if cell.mark === null}<span class={[standard.is_asked && 'text-amber-ink']}
							>{standard.is_asked ? 'asked for' : ''}</span
						>
					{:else}<span
							title={cell.mark}
							class={[
								// What is cut off costs a layer, which short words do without.
								cell.mark.length > 7 && 'truncate',
								cell.from_parts && !cell.by_hand && 'text-slate',
								cell.by_hand && 'font-semibold'
							]}>{cell.mark}</span
						>{/if}
					{#if cell.by_hand}<i
							class="absolute top-0 right-0 border-5 border-transparent border-t-amber border-r-amber"
						></i>{/if}
				</div>
			{/if}
		{/snippet}
	</Blocks>
	<!-- One drawing for the whole row: a drawing in each cell would cost a layer each. -->
	<svg
		class="pointer-events-none absolute top-0 h-full w-px overflow-visible"
		style:left="var(--left)"
		aria-hidden="true"
	>
		{#each blocks as block (block.first)}<Dots levels={evidence(block)} />{/each}
	</svg>
</div>
