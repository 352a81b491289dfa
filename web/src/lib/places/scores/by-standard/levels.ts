/** Levels that are set by hand. */
import type { QueryClient } from '@tanstack/svelte-query';
import { api, ask, type Shapes } from '$lib/api/client';
import * as fetched from '$lib/api/queries';
import type { ThisClass } from '$lib/class/thisClass';
import type { Column } from '../grid/visible';

export type Table = Shapes['ByStandardOut'];

/** A standard as a column that is drawn. */
export interface LevelColumn extends Column {
	standard: Table['columns'][number];
}

/** The standards that have parts, each by its name with how deep it lies: what one can look at alone. */
export function branches({ columns }: Table): { name: string; depth: number }[] {
	return columns.filter((each) => each.has_parts);
}

/** The table with a standard and all that is part of it alone; whole where there is no such branch. */
export function within(table: Table, branch: string): Table {
	const first = table.columns.findIndex((each) => each.name === branch);
	if (first < 0) return table;
	const { depth } = table.columns[first]!;
	// What is part of a standard stands after it.
	const next = table.columns.findIndex((each, place) => place > first && each.depth <= depth);
	const cut = <T>(all: T[]): T[] => all.slice(first, next < 0 ? undefined : next);
	return {
		...table,
		columns: cut(table.columns),
		rows: table.rows.map((row) => ({ ...row, cells: cut(row.cells) }))
	};
}

/** The levels of a standard: its own, or those of the table. */
export function levelsOf(
	table: Pick<Table, 'levels'>,
	column: Table['columns'][number]
): readonly Shapes['LevelOfScaleOut'][] {
	return column.own_levels ?? table.levels;
}

/**
 * The level that a text stands for: by its first letters, or by its number from the lowest; an empty text, or a hyphen, is
 * none, so that what the evidence says holds again. Undefined where it could be several, null where it is none of them.
 */
export function readLevel(text: string, levels: readonly { mark: string }[]): string | null | undefined {
	const bare = text.trim().toLocaleLowerCase();
	if (!bare || bare === '-') return '';
	if (/^\d+$/.test(bare)) return levels[Number(bare) - 1]?.mark ?? null;
	const exact = levels.find(({ mark }) => mark.toLocaleLowerCase() === bare);
	const begun = levels.filter(({ mark }) => mark.toLocaleLowerCase().startsWith(bare));
	return exact?.mark ?? (begun.length > 1 ? undefined : (begun[0]?.mark ?? null));
}

/** Set the levels of some students by hand, as one act; an empty mark takes them back. Without a reason the one there stays. */
export async function setLevels(
	here: Pick<ThisClass, 'id' | 'changing'>,
	queries: QueryClient,
	entries: Shapes['LevelIn'][]
): Promise<void> {
	// Shown at once; what follows from it comes with the answer.
	const given = new Map(entries.map((each) => [`${each.student} ${each.standard}`, each.mark]));
	queries.setQueriesData<Table>(fetched.inByStandard(here.id), (table) => table && laid(table, given));
	const params = { path: { class_id: here.id } };
	await here.changing.make(
		() => ask(api.PATCH('/api/v1/classes/{class_id}/by-standard', { params, body: { entries } })),
		[fetched.inByStandard(here.id), fetched.inLevels(here.id), fetched.inFrame(here.id)]
	);
}

function laid(table: Table, given: ReadonlyMap<string, string>): Table {
	const rows = table.rows.map((row) => {
		const cells = row.cells.map((cell, place) => {
			const mark = given.get(`${row.student_id} ${table.columns[place]!.name}`);
			if (mark === undefined) return cell;
			return mark
				? { ...cell, mark, by_hand: true }
				: { ...cell, mark: cell.computed ?? null, by_hand: false };
		});
		return cells.some((cell, place) => cell !== row.cells[place]) ? { ...row, cells } : row;
	});
	return { ...table, rows };
}
