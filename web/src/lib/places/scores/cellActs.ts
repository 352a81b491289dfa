/** What can be done with the cell one is in: its menu, one letter an act. */
import { goto } from '$app/navigation';
import { flushSync } from 'svelte';
import type { Shapes } from '$lib/api/client';
import { neighbour } from '$lib/app/classes';
import { notice } from '$lib/app/notice.svelte';
import { opened } from '$lib/app/opened.svelte';
import { only, saving } from '$lib/app/saving/saving.svelte';
import { allLevels } from '$lib/class/criteria/typed';
import type { Here } from '$lib/class/entering.svelte';
import type { Group } from '$lib/class/groups/grouping';
import type { ThisClass } from '$lib/class/thisClass';
import { byScore } from '$lib/class/view';
import { firstOf, goTo } from '$lib/ui/focus';
import type { MenuAct } from '$lib/ui/menu/Menu.svelte';
import type { Looking } from './looking.svelte';

type Row = Shapes['RowOut'];
type Column = Shapes['ColumnOut'];

/** What the lens is on. */
export type Looked =
	| { on: 'cell'; student: number; assignment: number }
	| { on: 'column'; assignment: number }
	| { on: 'row'; student: number }
	| { on: 'chosen'; cells: { student: number; assignment: number }[] };

const flags = [
	['t', 'late'],
	['i', 'incomplete'],
	['b', 'absent'],
	['h', 'handed in'],
	['n', '']
] as const;

export class CellActs {
	constructor(
		private readonly here: ThisClass,
		private readonly grid: () => Shapes['GridOut'],
		private readonly looking: Looking,
		private readonly on: {
			explain: (row: Row) => void;
			lookAt: (at: Looked) => void;
			/** A student's name, or alias. */
			called: (student: number) => string;
			groups: () => readonly Group[];
		}
	) {}

	/** Of a cell; flags go to all that are chosen. */
	of({ row, column: work, cell }: Here, chosen: Here[]): MenuAct[] {
		const { id } = this.here;
		const { view } = this.looking;
		const look = (change: Parameters<Looking['change']>[0]) => this.looking.change(change);
		const { explain, called } = this.on;
		const student = `/class/${id}/student/${row.student_id}?term=${this.grid().term_id}`;
		return [
			{ key: 'w', words: 'how the grade comes about', act: () => explain(row) },
			{ key: 'c', words: 'comment for the family', act: () => this.#comment(row, work) },
			...(work.criteria.length
				? [{ key: 'm', words: 'mark by criteria', act: () => this.#toLens('criteria', row, work) }]
				: []),
			...(cell.state === 'not_assigned'
				? [{ key: 'g', words: `give it to ${called(row.student_id)}`, act: () => this.#assign(row, work) }]
				: []),
			...flags.map(([key, name]) => ({
				key,
				words: name || 'no flag',
				act: () => this.#flag(chosen, name)
			})),
			...this.#groupsOf(row)
				.filter(() => !work.lock)
				.map((group) => ({
					words: `the same for all of ${group.name}`,
					act: () => this.#give(group, { row, column: work, cell })
				})),
			{ key: 'o', words: `order students by ${work.short_name}`, act: () => look(byScore(view, work.id)) },
			{ key: 'k', words: 'the whole column', act: () => this.#intoLens({ on: 'column', assignment: work.id }) },
			{ key: 'r', words: 'the student’s row', act: () => this.#intoLens({ on: 'row', student: row.student_id }) },
			{ key: 's', words: 'all about this student', act: () => void goto(student) },
			{ key: 'v', words: 'as the family sees it', act: () => void goto(`${student}&eyes=family`) },
			{ key: 'l', words: `${view.hasLens ? 'hide' : 'show'} the lens`, act: () => look({ hasLens: !view.hasLens }) },
			{ key: 'a', words: view.hasAliases ? 'names' : 'aliases', act: () => look({ hasAliases: !view.hasAliases }) },
			{ key: '?', words: 'all keys', act: () => void (opened.keys = true) },
			{ key: '[', words: 'previous class', act: () => void neighbour(-1) },
			{ key: ']', words: 'next class', act: () => void neighbour(1) }
		]; // prettier-ignore
	}

	/** The groups that a student works in with others. */
	#groupsOf(row: Row): Group[] {
		return this.on
			.groups()
			.filter(({ students }) => students.length > 1 && students.includes(row.student_id));
	}

	/** What stands in a cell, with flag and comment, goes to all others of a group, as one act; each can be changed afterwards. */
	#give(group: Group, { row, column, cell }: Here): void {
		const own = { classId: this.here.id, student: row.student_id, assignment: column.id };
		const levels = (cell.levels ?? []).some(Boolean) ? allLevels(cell.levels!) : '';
		const standards = (cell.standards ?? []).map((each) => `/${each}`).join('');
		const text = (levels || saving.shown(own, cell.text)) + standards;
		if (!text.replaceAll('/', '')) {
			notice.say(`Nothing stands here yet that could go to all of ${group.name}.`);
			return;
		}
		const flag = saving.beside(own, 'flag', cell.flag);
		const comment = saving.beside(own, 'comment', cell.comment ?? '');
		const typed = this.grid().rows.flatMap((other) => {
			const there = other.cells[column.id];
			if (
				other === row ||
				!there ||
				there.state === 'not_assigned' ||
				!group.students.includes(other.student_id)
			)
				return [];
			return [{
				classId: this.here.id, student: other.student_id, assignment: column.id, text, version: there.version,
				how: 'filled' as const, ...(flag ? { flag } : {}), ...(comment ? { comment } : {})
			}]; // prettier-ignore
		});
		void saving.enterAll(this.grid().term_id, typed);
	}

	/** Flag all scores that are chosen. */
	#flag(chosen: Here[], flag: string): void {
		const typed = chosen.flatMap(({ row, column, cell }) => {
			const place = { classId: this.here.id, student: row.student_id, assignment: column.id };
			const now = saving.beside(place, 'flag', cell.flag);
			return now === flag ? [] : [{ ...place, version: cell.version, ...only('flag', flag, now) }];
		});
		void saving.enterAll(this.grid().term_id, typed);
	}

	/** Give work to a student who was not chosen for it, or came after it was due. */
	async #assign(row: Row, work: Column): Promise<void> {
		await notice.tried(
			this.here.editing.assign(work.id, row.student_id),
			`${this.on.called(row.student_id)} has ${work.name} now. Ctrl Z takes it back.`
		);
	}

	#comment(row: Row, work: Column): void {
		if (this.looking.view.hasAliases) {
			notice.say('Comments are not shown where aliases stand for names. Space a shows the names.');
			return;
		}
		this.#toLens('comment', row, work);
	}

	/** Bring the hand to a lens of more than the cell: on the way there by Tab the lens would be the next cell's. */
	#intoLens(at: Looked): void {
		this.on.lookAt(at);
		flushSync();
		void goTo(() => firstOf(document.querySelector<HTMLElement>('.side-by-side > aside')));
	}

	/** Bring the hand to a part of the cell's lens. */
	#toLens(part: 'comment' | 'criteria', row: Row, work: Column): void {
		this.on.lookAt({ on: 'cell', student: row.student_id, assignment: work.id });
		const of = `${row.student_id}-${work.id}`;
		void goTo(
			() => document.getElementById(`lens-${part}-${of}`),
			(typed) =>
				notice.problem(
					`The ${part} did not open in the lens.${typed ? ` What was typed for it: ${typed}` : ''}`
				)
		);
	}
}
