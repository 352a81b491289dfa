/** How large the grid's rows and columns are, which of them are drawn, and where they are scrolled to. */
import type { Shapes } from '$lib/api/client';
import type { Work } from '$lib/class/entering.svelte';
import { allMarks } from '$lib/class/levels';
import type { View } from '$lib/class/view';
import { breadth, wide } from '$lib/ui/wide';
import type { Cell } from '$lib/class/entering.svelte';
import { roomOf } from './decimals';
import { Sight } from './sight.svelte';
import { Still } from './still.svelte';
import { COLUMN, ROW, stable } from './visible';

const NAMES = 178;
const HEAD = 104;
const FOOT = 28;
/** What an assignment that is shown alone takes at most. */
const ALONE = 160;
/** Around a short name, of which three pixels are for what its breadth is more than about; a longer one is cut. */
const HEAD_AROUND = 8;
const HEAD_AT_MOST = 74;

/** What is measured, all in pixels. To be made while a component is made. */
export class Measures {
	/** What there is room for, as the window has it. */
	height = $state(600);
	width = $state(1000);

	/** The columns of students and grades stay when the rest is scrolled; grades are as wide as the marks are long. */
	readonly mark = $derived.by(() =>
		wide([...this.grid.marks, ...this.grid.rows.map((each) => each.grade.mark ?? '')])
	);
	readonly #grades = $derived.by(() => {
		const { shows_percent, rows } = this.grid;
		return roomOf(
			shows_percent ? rows.map((each) => each.grade.percent ?? '') : [],
			0,
			shows_percent ? 47 : 12
		);
	});
	readonly grade = $derived(this.mark + this.#grades.width + 8);
	readonly left = $derived(NAMES + this.grade);

	/** Levels that are words have room, and an assignment that is shown alone is easy to touch. */
	readonly #least = $derived.by(() => {
		const alone = this.look().isAlone ? Math.min(ALONE, this.width - this.left) : 0;
		return Math.max(COLUMN, wide(allMarks(this.grid.levels)) + 6, alone);
	});

	#worksBefore: Work[] = [];
	/** The columns as the cells need them: what is counted in a column changes with every score, these hardly do. */
	readonly works = $derived.by(() => {
		const isAdjusted = this.look().view.numbers === 'adjusted';
		const now = this.grid.columns.map(({ id, name, short_name, apart, lock, excuses }) => {
			let beside = 0;
			const texts = this.grid.rows.map(({ cells: { [id]: cell } }) => {
				if (!cell || !isAdjusted || cell.adjusted === null) return cell?.text ?? '';
				if (cell.adjusted !== cell.text) beside = Math.max(beside, cell.text.length);
				return cell.adjusted;
			});
			const head = Math.min(breadth(short_name) + HEAD_AROUND, HEAD_AT_MOST);
			const room = roomOf(texts, beside, head > this.#least + 3 ? head : this.#least);
			return { id, name, apart, lock, excuses, ...room };
		});
		return (this.#worksBefore = stable(now, this.#worksBefore, JSON.stringify));
	});

	/** How wide all of it is. */
	readonly whole = $derived.by(() => this.left + (this.sight.edges.at(-1) ?? 0));

	readonly sight: Sight<Work>;
	/** The most decimals of a grade: what all rows look at. */
	readonly places: Still<number>;

	constructor(
		/** What is shown, how, and whether one assignment at a time. */
		private readonly look: () => { grid: Shapes['GridOut']; view: View; isAlone: boolean },
		/** Where one is. */
		at: () => Cell
	) {
		this.sight = new Sight(
			ROW,
			{
				rows: () => this.grid.rows,
				columns: () => this.works,
				height: () => this.height - HEAD - FOOT,
				width: () => this.width - this.left
			},
			at
		);
		this.places = new Still(() => this.#grades.places);
	}

	private get grid(): Shapes['GridOut'] {
		return this.look().grid;
	}
}
