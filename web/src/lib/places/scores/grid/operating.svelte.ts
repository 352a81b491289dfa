/** The grid's keys and clicks: where one goes, what is typed, and what opens. */
import { tick } from 'svelte';
import type { Cell, Entering } from '$lib/class/entering.svelte';
import { notice } from '$lib/app/notice.svelte';
import type { Chosen } from '../lens/chosen';
import { besides, beyond, elementAt, isCell, placeOf } from './around';
import type { Measures } from './measures.svelte';
import { actOf, ARROWS, type Act, type Selection } from './selection.svelte';

export class Operating {
	/** Where the cell's menu stands while it is open. */
	menu = $state<DOMRect | null>(null);
	/** Whether the caret was put into the text, so that arrows along the line are the text's. */
	#isPlaced = false;

	constructor(
		/** What is scrolled, and the whole grid in it. */
		private readonly scroller: () => HTMLElement,
		private readonly measures: Measures,
		private readonly selection: Selection,
		private readonly entering: Entering,
		private readonly chosen: Chosen,
		/** A key was pressed in the grid; and one went to a cell. */
		private readonly on: { key: () => void; went: () => void }
	) {}

	async key(event: KeyboardEvent): Promise<void> {
		if (this.menu) return;
		const from = placeOf(event.target as Element);
		if (!from) return;
		const size = this.selection.size();
		if (!isCell(from, size)) return this.#around(event, from);
		this.on.key();
		const way = ARROWS[event.key];
		if (way && (event.ctrlKey || event.metaKey) && !event.shiftKey && this.selection.typed === null) {
			event.preventDefault();
			return this.#goAround(beyond(from, { row: way[0], column: way[1] }, size));
		}
		const act = actOf(event, this.selection.typed, this.#isPlaced);
		if (!act) return;
		if (act.kind === 'step' && !this.selection.step(act.by)) return;
		// What an input method begins goes into the field that opens for it.
		if (event.key !== 'Process') event.preventDefault();
		await this.perform(act);
	}

	async perform(act: Act): Promise<void> {
		const { selection, entering } = this;
		switch (act.kind) {
			case 'fill':
				this.chosen.fillDown();
				return;
			case 'type':
			case 'edit': {
				// A double click in what is being typed selects a word of it.
				if (selection.typed !== null) return;
				const was = entering.text(selection.at);
				const lock = entering.lock(selection.at, act.kind === 'type' ? act.text : was);
				if (lock) {
					notice.problem(lock);
					return;
				}
				this.#isPlaced = act.kind === 'edit';
				entering.begin(selection.at);
				selection.typed = act.kind === 'type' ? act.text : was;
				return;
			}
			case 'clear':
				selection.drop();
				this.chosen.put('', 'typed');
				break;
			case 'drop':
				entering.leave();
				selection.drop();
				break;
			case 'menu':
				this.menu = this.#cell?.getBoundingClientRect() ?? null;
				return;
			default:
				selection.walk(act);
		}
		this.#isPlaced = false;
		await this.focus();
	}

	/**
	 * What a key does in a head, a name, a grade or a figure: Enter and Space press what is there, as everywhere; whoever types a score
	 * means the cell that they came from.
	 */
	async #around(event: KeyboardEvent, from: Cell): Promise<void> {
		const by = ARROWS[event.key];
		// A list to choose from has taken the key for itself.
		if (event.defaultPrevented) return;
		if (event.key === 'Escape') {
			event.preventDefault();
			return this.focus();
		}
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		if (event.key.length === 1 && event.key !== ' ') {
			event.preventDefault();
			this.on.key();
			return this.perform({ kind: 'type', text: event.key });
		}
		if (!by || event.shiftKey) return;
		event.preventDefault();
		await this.#goAround(besides(from, { row: by[0], column: by[1] }, this.selection.size()));
	}

	/** Go to a place around the cells, or from there back among them. */
	async #goAround(to: Cell): Promise<void> {
		const size = this.selection.size();
		// The row and the column one is in go along, so that they are drawn, and one comes back beside where one was.
		this.selection.go({
			row: to.row >= 0 && to.row < size.rows ? to.row : this.selection.at.row,
			column: to.column >= 0 ? to.column : this.selection.at.column
		});
		if (isCell(to, size)) return this.focus();
		this.reveal();
		await tick();
		elementAt(this.scroller(), to)?.focus({ preventScroll: true });
	}

	async pick(cell: Cell, isReaching: boolean): Promise<void> {
		if (isReaching) this.selection.reach(cell);
		else this.selection.go(cell);
		this.#isPlaced = false;
		await this.focus();
	}

	/** The menu closes: one is back in the cell, unless one has gone elsewhere. */
	async closeMenu(isElsewhere: boolean): Promise<void> {
		this.menu = null;
		if (!isElsewhere) await this.focus();
	}

	/** Bring the selected cell into sight beside what stays. */
	reveal(): void {
		this.measures.sight.reveal(this.scroller());
	}

	/** The focus goes to the selected cell. */
	async focus(): Promise<void> {
		this.reveal();
		await tick();
		this.#cell?.focus({ preventScroll: true });
		this.on.went();
	}

	get #cell(): HTMLElement | null {
		return this.scroller().querySelector('.cell[tabindex="0"]');
	}
}
