/** What the palette offers over the grid: how it is looked at, what is added, files of it, and the column one is in. */
import { goto } from '$app/navigation';
import type { Shapes } from '$lib/api/client';
import type { Command } from '$lib/app/commands';
import type { ThisClass } from '$lib/class/thisClass';
import { commandsOf, type View } from '$lib/class/view';
import { ColumnActs } from './columnActs';

interface Over {
	here: ThisClass;
	grid: Shapes['GridOut'];
	/** Its rows and columns as they are looked at now. */
	shown: Shapes['GridOut'];
	/** The column one is in. */
	work: Shapes['ColumnOut'] | undefined;
	view: View;
	look: (change: Partial<View>) => void;
	/** Add an assignment; look at the groups. */
	on: { add: () => void; groups: () => void };
}

/** The address of what is looked at now, as a file. */
function fileOf({ here, shown, view }: Over, ending: 'csv' | 'xlsx'): string {
	const query = new URLSearchParams({
		naming: view.hasAliases ? 'alias' : 'number',
		students: shown.rows.map((each) => each.student_id).join(),
		works: shown.columns.map((each) => each.id).join()
	});
	return `/api/v1/classes/${here.id}/scores.${ending}?${query}`;
}

function ofColumn({ here, grid, view, look }: Over, work: Shapes['ColumnOut']): Command[] {
	const acts = new ColumnActs(
		here,
		() => grid,
		() => work,
		() => view.hasAliases
	);
	const opened = {
		name: 'Open it to a column for each standard or criterion',
		words: work.name,
		act: () => goto(`/class/${here.id}/scores/opened?term=${grid.term_id}&work=${work.id}`)
	};
	return [
		...acts.commands,
		...(work.standards.length || work.criteria.length ? [opened] : []),
		{ name: 'Put it aside', words: work.name, act: () => look({ aside: [...view.aside, work.id] }) },
		{
			name: 'Adjust it',
			words: work.name,
			act: () => goto(`/class/${here.id}/plan?term=${grid.term_id}&open=${work.id}`)
		}
	];
}

export function commandsOfGrid(over: Over): Command[] {
	const save = (as: string, ending: 'csv' | 'xlsx'): Command => ({
		name: `Save what is shown as ${as}`,
		words: 'the class',
		act: () => window.location.assign(fileOf(over, ending))
	});
	return [
		...commandsOf(over.grid, over.view, over.look),
		{ name: 'Add an assignment', words: 'the class', act: over.on.add },
		{ name: 'Groups', words: 'the class', act: over.on.groups },
		save('CSV', 'csv'),
		save('a workbook', 'xlsx'),
		...(over.work ? ofColumn(over, over.work) : [])
	];
}
