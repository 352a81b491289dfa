<script lang="ts">
	/** The lens on a standard: who is at which level, so that one sees whom to bring together for it. */
	import { createQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import { notice } from '$lib/app/notice.svelte';
	import { Grouping, groupNamed } from '$lib/class/groups/grouping';
	import { thisClass } from '$lib/class/thisClass';
	import { counted } from '$lib/words/plurals';
	import LensFrame from '../lens/LensFrame.svelte';
	import { levelsOf, type Table } from './levels';

	let {
		table,
		standard,
		nameOf
	}: { table: Table; standard: string; nameOf: (row: Table['rows'][number]) => string } = $props();
	const here = thisClass();
	const grouping = new Grouping(here);
	const known = createQuery(() => fetched.groups(here.id));
	const place = $derived(table.columns.findIndex((each) => each.name === standard));
	const column = $derived(table.columns[place]);
	const at = (mark: string | null) => table.rows.filter((row) => row.cells[place]?.mark === mark);
	/** From the lowest: those one would bring together first. */
	const groups = $derived([
		...(column ? levelsOf(table, column) : []).map(({ mark }) => [mark, at(mark)] as const),
		['no level yet', at(null)] as const
	]);

	/** Of a group's name, in letters. */
	const LONGEST_NAME = 60;

	/** Those at one level become a group of the class, or the group of that name as it is now. */
	async function bringTogether(words: string, rows: Table['rows']): Promise<void> {
		const name = `${standard.slice(0, LONGEST_NAME - words.length - 2)}: ${words}`;
		const students = rows.map((each) => each.student_id);
		const there = groupNamed(known.data ?? [], name);
		await notice.tried<unknown>(
			there ? grouping.change(there, { students }) : grouping.make([{ name, students }]),
			`${counted(students.length, 'student')} in the group “${name}”.`
		);
	}
</script>

{#if column}
	<LensFrame
		label="Lens on {standard}"
		heading={standard}
		under={column.within ? `part of ${column.within}` : counted(column.pieces, 'piece')}
	>
		{#each groups as [words, rows] (words)}
			{#if rows.length}
				<div class="flex items-baseline justify-between gap-3">
					<h3>{words}: {rows.length}</h3>
					<button class="link min-h-6 flex-none" onclick={() => bringTogether(words, rows)}
						>make them a group<span class="sr-only">, those at {words}</span></button
					>
				</div>
				<ul>
					{#each rows as row (row.student_id)}<li class="py-0.5">{nameOf(row)}</li>{/each}
				</ul>
			{/if}
		{/each}
	</LensFrame>
{/if}
