/** How somebody chose to look at a class's grid: what is in sight, and in which order. */
import type { Shapes } from '$lib/api/client';
import { folded } from '$lib/words/folded';
import { inOrder, shownName } from './names';
import type { Command } from '$lib/app/commands';

export interface View {
	columns: 'date' | 'category' | 'hand';
	students: 'family' | 'given' | 'alias' | 'grade' | 'score';
	/** The work by whose scores students stand, where they stand so. */
	by: number | null;
	/** Which work: all, a category by name, or what is hidden, open, closed or due. */
	work: string;
	figure: 'mean' | 'median' | 'deviation' | 'count' | 'missing';
	/** Which numbers the cells show where an adjustment makes others of them. */
	numbers: 'adjusted' | 'entered';
	hasIce: boolean;
	onlyBlanks: boolean;
	hasAliases: boolean;
	hasLens: boolean;
	/** The columns put aside. */
	aside: number[];
}

export const usual: View = {
	columns: 'date', students: 'family', by: null, work: 'all', figure: 'mean', numbers: 'adjusted', hasIce: true,
	onlyBlanks: false, hasAliases: false, hasLens: true, aside: []
}; // prettier-ignore

export const states: [string, string][] = [
	['hidden', 'hidden from families'],
	['open', 'open'],
	['closed', 'closed'],
	['due', 'past due']
];

export const ways: [View['columns'], string][] = [
	['date', 'by date'],
	['category', 'by category'],
	['hand', 'as in the plan']
];

export const orders: [View['students'], string][] = [
	['family', 'by family name'],
	['given', 'by given name'],
	['alias', 'by alias'],
	['grade', 'by grade']
];

export const numbers: [View['numbers'], string][] = [
	['adjusted', 'as adjusted'],
	['entered', 'as entered']
];

export const switches: [keyof View & ('hasIce' | 'onlyBlanks' | 'hasAliases' | 'hasLens'), string][] = [
	['hasIce', 'ice levels'],
	['onlyBlanks', 'only with blanks'],
	['hasAliases', 'aliases'],
	['hasLens', 'lens']
];

/** Stand students by their scores for some work; by family name again where they stand so already. */
export function byScore(view: View, assignment: number): Partial<View> {
	const isSo = view.students === 'score' && view.by === assignment;
	return isSo ? { students: 'family', by: null } : { students: 'score', by: assignment };
}

/** What the last line can show. */
export const figures: [View['figure'], string][] = [
	['mean', 'Mean, in points'],
	['median', 'Median, in points'],
	['deviation', 'Deviation, in points'],
	['count', 'How many have a number'],
	['missing', 'Missing']
];

/** The categories that have work in a grid. */
export function categoriesOf(grid: Shapes['GridOut']): string[] {
	return [...new Set(grid.columns.flatMap((each) => each.category ?? []))];
}

/** The work of a grid that was put aside. */
export function asideOf(grid: Shapes['GridOut'], view: View): Column[] {
	return grid.columns.filter((each) => view.aside.includes(each.id));
}

/** What brings back work of a grid that was put aside; what was put aside in other terms stays so. */
export function waysBack(
	grid: Shapes['GridOut'],
	view: View,
	look: (change: Partial<View>) => void
): { words: string; act: () => void }[] {
	const aside = asideOf(grid, view);
	const back = (words: string, works: Column[]) => {
		const ids = works.map((each) => each.id);
		return { words, act: () => look({ aside: view.aside.filter((each) => !ids.includes(each)) }) };
	};
	return [
		...aside.map((each) => back(`bring back ${each.name}`, [each])),
		...(aside.length > 1 ? [back(`bring back all ${aside.length}`, aside)] : [])
	];
}

/** How the grid can be looked at, as the palette offers it. */
export function commandsOf(
	grid: Shapes['GridOut'],
	view: View,
	look: (change: Partial<View>) => void
): Command[] {
	const command = (name: string, change: Partial<View>) => ({
		name,
		words: 'the grid',
		act: () => look(change)
	});
	return [
		...ways.map(([columns, name]) => command(`columns ${name}`, { columns })),
		...orders.map(([students, name]) => command(`students ${name}`, { students })),
		...numbers.map(([which, name]) => command(`scores ${name}`, { numbers: which })),
		...switches.map(([which, name]) =>
			command(`${name} ${view[which] ? 'off' : 'on'}`, { [which]: !view[which] })
		),
		...categoriesOf(grid).map((work) => command(`only work in ${work}`, { work })),
		...states.map(([work, name]) => command(`only work that is ${name}`, { work })),
		...figures.map(([figure, name]) => command(`last line: ${name}`, { figure })),
		...waysBack(grid, view, look).map(({ words, act }) => ({ name: words, words: 'put aside', act })),
		command('show all work', { work: 'all', aside: [], onlyBlanks: false })
	];
}

/** Below this many pixels one assignment is shown at a time. */
export const NARROW = 1024;

type Column = Shapes['ColumnOut'];
type Row = Shapes['RowOut'];

/** The work at hand: what was due last. */
export function atHand(columns: Column[]): Column | undefined {
	const due = columns.filter((each) => each.is_due).map((each) => each.due_on ?? '');
	const last = due.sort().at(-1);
	return columns.findLast((each) => each.is_due && each.due_on === last) ?? columns[0];
}

const isShown: Record<string, (column: Column) => boolean> = {
	all: () => true,
	hidden: (column) => !column.shown,
	open: (column) => !column.closed,
	closed: (column) => column.closed,
	due: (column) => column.is_due
};

/** The grid as it is looked at. `wanted` is a part of a name, or of an alias where those stand in place of names. */
export function arranged(
	grid: Shapes['GridOut'],
	view: View,
	wanted = '',
	group: readonly number[] | null = null
): Shapes['GridOut'] {
	const part = folded(wanted.trim());
	const rows = grid.rows
		.filter((row) => !group || group.includes(row.student_id))
		.filter((row) => !part || folded(shownName(row, view.hasAliases)).includes(part))
		.filter((row) => !view.onlyBlanks || hasBlank(row))
		.sort(inOrder(view));
	const columns = grid.columns
		.filter((column) => !view.aside.includes(column.id))
		.filter(isShown[view.work] ?? ((column) => column.category === view.work));
	if (view.columns === 'hand') columns.sort((one, other) => one.position - other.position);
	// Work in no category comes last.
	if (view.columns === 'category')
		columns.sort((one, other) => (one.category ?? '\uffff').localeCompare(other.category ?? '\uffff'));
	return { ...grid, columns, rows };
}

/**
 * Keeps students where they are while scores come in: who is sorted by grade, or picked for a blank, would else move away
 * under one's hands. They are arranged anew when something else is `asked` for.
 */
export class Steady {
	#asked = '';
	#order: number[] = [];

	/** The students of a grid as they were when this was first asked for; who has come since is last. */
	rows(grid: Shapes['GridOut'], arranged: Row[], asked: string): Row[] {
		if (asked !== this.#asked) this.#order = arranged.map((each) => each.student_id);
		this.#asked = asked;
		const known = new Map(grid.rows.map((each) => [each.student_id, each]));
		const fresh = arranged.filter((each) => !this.#order.includes(each.student_id));
		this.#order.push(...fresh.map((each) => each.student_id));
		return this.#order.flatMap((each) => known.get(each) ?? []);
	}
}

function hasBlank(row: Row): boolean {
	return Object.values(row.cells).some((cell) => cell.state === 'past_due' || cell.state === 'missing');
}
