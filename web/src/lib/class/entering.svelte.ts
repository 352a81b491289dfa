/** What stands in the cells of a grid, and how something is entered in them. */
import type { Shapes } from '$lib/api/client';
import type { How, Place, Problem, Waiting } from '$lib/app/saving/queue';
import { read } from './line';
import { saving } from '$lib/app/saving/saving.svelte';

export interface Cell {
	row: number;
	column: number;
}

export type Row = Shapes['RowOut'];
export type Column = Shapes['ColumnOut'];

/** A column as its cells need it; `places` are the most decimals of a number in it, `width` its pixels. */
export type Work = Pick<Column, 'id' | 'name' | 'apart' | 'lock' | 'excuses'> & {
	places: number;
	width: number;
};

export interface Here {
	row: Row;
	column: Column;
	cell: Shapes['CellOut'];
}

export class Entering {
	/** Where typing began, and on which version: what is typed goes there, wherever in the grid that is by then, and what a
	 * colleague enters meanwhile is not what one typed on. */
	#begun: { where: Place; version: number } | null = null;

	constructor(
		private readonly classId: () => number,
		private readonly grid: () => Shapes['GridOut']
	) {}

	here(at: Cell): Here | null {
		const row = this.grid().rows[at.row];
		const column = this.grid().columns[at.column];
		const cell = row && column && row.cells[column.id];
		return cell ? { row, column, cell } : null;
	}

	place(row: Row, column: Column): Place {
		return { classId: this.classId(), student: row.student_id, assignment: column.id };
	}

	/** What of a row waits to be saved, and what is to be looked at, by assignment. */
	waiting(row: Row): ReadonlyMap<number, Waiting> | undefined {
		return saving.waiting(this.classId(), row.student_id);
	}

	troubled(row: Row): ReadonlyMap<number, Problem> | undefined {
		return saving.troubled(this.classId(), row.student_id);
	}

	/** What the cell shows: what was typed, sent or not, before what is saved. */
	text(at: Cell): string {
		const here = this.here(at);
		if (!here) return '';
		return saving.shown(this.place(here.row, here.column), here.cell.text);
	}

	/**
	 * Why a text, or what begins so, is not entered here; empty where it is. Beside scores that come from elsewhere a code may be put,
	 * and taken away again; which of them is an excuse the server tells.
	 */
	lock(at: Cell, text = ''): string {
		const here = this.here(at);
		if (!here) return 'There is no cell here.';
		if (here.cell.state === 'not_assigned') return 'This work is not assigned to this student.';
		const isCode = (said: string) => /^\p{L}/u.test(said.trim());
		const mayBeExcuse = here.column.excuses && (isCode(text) || (!text && isCode(this.text(at))));
		return mayBeExcuse ? '' : here.column.lock;
	}

	begin(at: Cell): void {
		const here = this.here(at);
		this.#begun = here && { where: this.place(here.row, here.column), version: here.cell.version };
	}

	leave(): void {
		this.#begun = null;
	}

	/** One's own earlier entry in the cell, saved meanwhile, is what one types on. */
	saved(answer: Shapes['AnswerOut']): void {
		const begun = this.#begun;
		if (!begun) return;
		const mine = answer.saved.find(
			(each) =>
				each.what === 'score' &&
				each.student === begun.where.student &&
				each.assignment === begun.where.assignment
		);
		if (mine) begun.version = mine.version;
	}

	/** Enter what was typed, where typing began. */
	enter(text: string): void {
		const begun = this.#begun;
		this.#begun = null;
		if (!begun) return;
		const { where, version } = begun;
		const problem = saving.problem(where);
		const cell = this.grid().rows.find((each) => each.student_id === where.student)?.cells[where.assignment];
		// As on a paper of a stack: a flag's letter after the score, and a comment after a semicolon.
		const line = read(text);
		const beside = {
			...(line.flag === undefined ? {} : { flag: line.flag }),
			...(line.comment === undefined ? {} : { comment: line.comment })
		};
		const hasBeside = Object.keys(beside).length > 0;
		const isSame = line.text === saving.shown(where, cell?.text ?? '') && !problem;
		if (isSame && !hasBeside) return;
		const leavesScore = hasBeside && (isSame || !line.text);
		const was = {
			flag: saving.beside(where, 'flag', cell?.flag ?? ''),
			comment: saving.beside(where, 'comment', cell?.comment ?? '')
		};
		void saving.enter(
			{
				...where,
				text: leavesScore ? null : line.text,
				version: problem?.theirs?.version ?? version,
				...beside,
				...(hasBeside ? { was } : {})
			},
			this.grid().term_id
		);
	}

	/** Enter several cells together, which are undone together; gives how many. */
	enterAll(cells: { at: Cell; text: string }[], how: How): number {
		const typed = cells.flatMap(({ at, text }) => {
			const here = this.here(at);
			if (!here || this.lock(at, text) || text === this.text(at)) return [];
			return [{ ...this.place(here.row, here.column), text, version: here.cell.version, how }];
		});
		void saving.enterAll(this.grid().term_id, typed);
		return typed.length;
	}
}
