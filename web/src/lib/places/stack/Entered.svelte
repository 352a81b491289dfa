<script lang="ts" module>
	import type { Line } from '$lib/class/line';

	/** A paper that was entered: what, for whom, and at what time of the day. */
	export interface EnteredPaper {
		key: number;
		students: number[];
		line: Line;
		at: string;
	}
</script>

<script lang="ts">
	/** The papers that were entered last, latest first, of which the first can be taken back. */
	import type { Shapes } from '$lib/api/client';
	import type { Row } from '$lib/class/entering.svelte';
	import { keyed } from '$lib/words/keys';

	let {
		papers,
		roster,
		called,
		onundo
	}: {
		papers: EnteredPaper[];
		roster: { row: Row; cell: Shapes['CellOut'] }[];
		called: (student: number) => string;
		onundo: () => void;
	} = $props();
</script>

<h3 class="mt-6 font-text text-small leading-4 font-normal text-slate">Just entered</h3>
<ul>
	{#each papers as paper, place (paper.key)}
		{@const first = paper.students[0]!}
		{@const cell = roster.find((each) => each.row.student_id === first)?.cell}
		<li
			class="grid grid-cols-[56px_1fr_auto_110px] items-baseline gap-2 border-b border-hair py-1.25 max-md:grid-cols-[0_1fr_auto_auto] max-md:overflow-hidden"
		>
			<span class="text-slate max-md:invisible max-md:w-0">{paper.at}</span>
			<span
				>{paper.students.length > 1 ? `${paper.students.length} students` : called(first)}
				{#if paper.line.comment}<small class="block text-slate">{paper.line.comment}</small>{/if}
				{#if place === 0 && paper.students.length === 1 && cell?.slip}<small class="block text-amber-ink"
						><i class="diamond"></i> {cell.slip}</small
					>{/if}</span
			>
			<b>{paper.line.text || 'a comment'}{paper.line.flag ? ` ${paper.line.flag}` : ''}</b>
			<span class="text-right"
				>{#if place === 0}<button class="link" onclick={onundo}
						>undo<span class="sr-only"> the last paper</span></button
					>
					<kbd class="max-md:invisible max-md:w-0">{keyed('Ctrl Z')}</kbd>{/if}</span
			>
		</li>
	{/each}
</ul>
