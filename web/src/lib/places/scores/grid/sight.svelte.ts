/** What of a table is in sight: the rows and columns that are drawn, and how far it is scrolled. */
import type { Cell } from '$lib/class/entering.svelte';
import { Axis } from './axis.svelte';
import { Still } from './still.svelte';
import { blocksOf, edgesOf, stable, TOGETHER, type Block, type Column } from './visible';

/** To be made while a component is made; all sizes in pixels. */
export class Sight<T extends Column> {
	readonly down: Axis;
	readonly across: Axis;
	/** The columns that are drawn: what all rows look at. */
	readonly blocks: Still<Block<T>[]>;
	/** Where rows and columns begin, and last where the last one ends. */
	readonly rowEdges: readonly number[] = $derived.by(() => edgesOf(this.of.rows().map(() => this.row)));
	readonly edges: readonly number[] = $derived.by(() => edgesOf(this.of.columns().map((each) => each.width)));
	readonly #all = $derived.by(() => blocksOf(this.of.columns(), this.edges));
	#following: ReturnType<typeof setTimeout> | undefined;

	constructor(
		/** How high a row is. */
		readonly row: number,
		/** What there is, and how many pixels there are for rows and for columns beside what stays. */
		private readonly of: {
			rows: () => readonly unknown[];
			columns: () => readonly T[];
			height: () => number;
			width: () => number;
		},
		/** Where one is. */
		private readonly at: () => Cell
	) {
		this.down = new Axis(
			() => this.rowEdges,
			1,
			2,
			() => of.height(),
			() => at().row
		);
		this.across = new Axis(
			() => this.edges,
			TOGETHER,
			1,
			() => of.width(),
			() => at().column
		);
		let before: Block<T>[] = [];
		this.blocks = new Still(() => {
			const now = this.across.drawn.flatMap((each) => this.#all[each] ?? []);
			return (before = stable(now, before, (each) => each));
		});
		$effect(() => () => clearTimeout(this.#following));
	}

	/** It was scrolled. Where what came into sight is drawn already, what lies around it is drawn once this is painted. */
	scrolled({ scrollTop, scrollLeft }: HTMLElement): void {
		const follow = () => {
			this.down.from = scrollTop;
			this.across.from = scrollLeft;
		};
		clearTimeout(this.#following);
		if (this.down.covers(scrollTop) && this.across.covers(scrollLeft)) this.#following = setTimeout(follow);
		else follow();
	}

	/** Scroll so that the cell one is in lies in sight beside what stays. */
	reveal(scroller: HTMLElement): void {
		const { scrollTop, scrollLeft } = scroller;
		const { row, column } = this.at();
		const to = { top: this.down.reveal(row, scrollTop), left: this.across.reveal(column, scrollLeft) };
		if (to.top !== scrollTop || to.left !== scrollLeft) scroller.scrollTo(to);
	}
}
