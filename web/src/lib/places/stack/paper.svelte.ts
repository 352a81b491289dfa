/** The paper in one's hand: whose it is, and the line that is typed for it. */
import type { Shapes } from '$lib/api/client';
import type { Row } from '$lib/class/entering.svelte';
import { allLevels } from '$lib/class/criteria/typed';
import { read, type Line } from '$lib/class/line';
import { groupNamed, type Group } from '$lib/class/groups/grouping';
import { levelsFor } from '$lib/class/levels';
import { shownName } from '$lib/class/names';
import { find } from './finding';

/** How many students are offered whom the letters can mean. */
const MOST = 6;

export interface Listed {
	row: Row;
	cell: Shapes['CellOut'];
	text: string;
	isIn: boolean;
}

/** What a paper is entered for. */
export interface Pile {
	roster: Listed[];
	work: Shapes['ColumnOut'];
	levels: Shapes['LevelsOut'] | null;
	hasAliases: boolean;
	/** What of earlier work a student has, in words. */
	earlier: (row: Row) => string;
	/** The groups of the class: the name of one stands for all of it who have the work. */
	groups: readonly Group[];
}

export class Paper {
	order = $state<'any' | 'roster'>('any');
	name = $state('');
	line = $state('');
	comment = $state('');
	isCommenting = $state(false);
	/** Which of those found is taken. */
	at = $state(0);
	/** The levels chosen for the work's criteria, by their numbers from 1; 0 leaves one as it is. */
	levels = $state<number[]>([]);
	/** Whose score is typed; several get the same. */
	taken = $state.raw<Row[]>([]);
	problem = $state('');

	readonly found: Row[] = $derived.by(() => {
		const { roster, hasAliases } = this.pile();
		return find(roster.map((each) => each.row), this.name, hasAliases).slice(0, MOST); // prettier-ignore
	});
	readonly candidate: Row | undefined = $derived(this.found[this.at]);
	readonly hasNamesakes: boolean = $derived(
		this.found.length > 1 && this.found.slice(1).some((each) => isSame(each, this.found[0]!))
	);
	/** The line as it is read. */
	readonly made: Line = $derived.by(() => {
		const line = read(this.line);
		if (!this.levels.some(Boolean)) return line;
		const [whole = '', ...beside] = this.parts;
		const criteria = this.levels.map((level, at) => beside[at] || level || '');
		return { ...line, text: [whole, ...criteria, ...beside.slice(criteria.length)].join('/') };
	});
	/** What is typed for the whole, and then for each criterion and standard. */
	readonly parts: string[] = $derived(
		read(this.line)
			.text.split('/')
			.map((part) => part.trim())
	);
	/** How a line with standards is typed, by its example: the whole, then each standard in its order. */
	readonly example: string = $derived.by(() => {
		const { work, levels } = this.pile();
		return [
			work.points,
			...work.standards.map((name) => work.standard_points[name] ?? levelsFor(levels, name)?.out_of ?? '')
		].join('/');
	});

	/** `go` brings the hand to the name or to the line, once the page shows it. */
	constructor(
		private readonly pile: () => Pile,
		private readonly go: (to: 'name' | 'line') => Promise<void>,
		private readonly onenter: (students: Row[], line: Line) => void
	) {}

	/** Choose a level; the others stay as they are. */
	choose(criterion: number, level: number): void {
		this.levels = this.pile().work.criteria.map((_, at) =>
			at === criterion ? level : (this.levels[at] ?? 0)
		);
	}

	/** What is shown as chosen: what was chosen now, and of one student alone what was before. */
	readonly shownLevels: number[] = $derived.by(() => {
		const before = this.taken.length === 1 ? this.#listed(this.taken[0]!)?.cell.levels : undefined;
		return this.pile().work.criteria.map((_, at) => this.levels[at] || before?.[at] || 0);
	});

	hasComment(row: Row): boolean {
		return !!this.#listed(row)?.cell.comment;
	}

	/** What a student has already, with the levels of criteria and the scores by standard. */
	textOf(row: Row): string {
		const has = this.#listed(row);
		if (!has) return '';
		const { criteria, standards } = this.pile().work;
		const named = [
			...criteria.map(({ name, levels }, at) => [name, levels[(has.cell.levels?.[at] ?? 0) - 1]?.name]),
			...standards.map((name, at) => [name, has.cell.standards?.[at]])
		];
		return [has.text, ...named.filter(([, level]) => level).map((pair) => pair.join(' '))]
			.filter(Boolean)
			.join(', ');
	}

	/** What tells students apart whose names begin alike: what they have, and had before. */
	told(row: Row): string {
		const has = this.textOf(row);
		return `${has && `has ${has} now; `}${this.pile().earlier(row)}`;
	}

	/** Take a student; with a comma another name can follow. */
	async take(row: Row | undefined, isMore: boolean): Promise<void> {
		if (!row) {
			const group = groupNamed(this.pile().groups, this.name);
			if (group) return this.takeGroup(group, isMore);
			this.problem = this.name.trim() ? `Nobody here is called ${this.name.trim()}.` : '';
			return;
		}
		this.problem = '';
		if (!this.taken.some((each) => each.student_id === row.student_id)) this.taken = [...this.taken, row];
		this.name = '';
		this.at = 0;
		if (!isMore) await this.go('line');
	}

	/** Take all of a group. */
	async takeGroup({ name, students }: Group, isMore: boolean): Promise<void> {
		const rows = this.pile().roster.map((each) => each.row).filter((each) => students.includes(each.student_id)); // prettier-ignore
		this.problem = rows.length ? '' : `Nobody of ${name} has this work.`;
		if (!rows.length) return;
		this.taken = [...this.taken.filter((each) => !rows.includes(each)), ...rows];
		this.name = '';
		this.at = 0;
		if (!isMore) await this.go('line');
	}

	async back(): Promise<void> {
		this.taken = [];
		this.line = '';
		this.levels = [];
		this.comment = '';
		this.isCommenting = false;
		this.problem = '';
		await this.go('name');
	}

	async enter(): Promise<void> {
		const said = this.comment.trim();
		const whole = said ? { ...this.made, comment: said } : this.made;
		if (!whole.text && !whole.comment) {
			// In the order of the roster an empty line passes somebody by.
			if (this.order === 'roster') await this.#next();
			else this.problem = 'Type a score, a mark or a code; Esc goes back to the name.';
			return;
		}
		this.onenter(this.taken, whole);
		await this.#next();
	}

	async begin(order: 'any' | 'roster'): Promise<void> {
		this.order = order;
		this.taken = [];
		await this.#next();
	}

	/** What was typed without going on to the next, and for whom; null where nothing was. */
	get unentered(): { text: string; whose: string } | null {
		const levels = this.levels.some(Boolean) ? allLevels(this.levels) : '';
		const text = [this.line.trim() + levels, this.comment]
			.map((each) => each.trim())
			.filter(Boolean)
			.join('; ');
		if (!this.taken.length || !text) return null;
		return { text, whose: this.taken.map((each) => shownName(each, this.pile().hasAliases)).join(', ') };
	}

	/** In the order of the roster the next is whoever has nothing yet, from the last one on. */
	async #next(): Promise<void> {
		const last = this.taken.at(-1);
		await this.back();
		if (this.order !== 'roster') return;
		const { roster } = this.pile();
		const place = last ? roster.findIndex((each) => each.row.student_id === last.student_id) + 1 : 0;
		const following = [...roster.slice(place), ...roster.slice(0, place)];
		const row = following.find((each) => !each.isIn && each.row.student_id !== last?.student_id)?.row;
		if (row) await this.take(row, false);
	}

	#listed(row: Row): Listed | undefined {
		return this.pile().roster.find((each) => each.row.student_id === row.student_id);
	}
}

function isSame(one: Row, other: Row): boolean {
	return one.family_name === other.family_name && one.given_name === other.given_name;
}
