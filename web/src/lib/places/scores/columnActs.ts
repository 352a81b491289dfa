/** What can be done with a whole column: the lens lists it, the palette finds it. */
import type { Shapes } from '$lib/api/client';
import { mend } from '$lib/class/mend';
import { consequence } from '$lib/class/consequence/consequence.svelte';
import type { Called } from '$lib/class/consequence/words';
import type { Command } from '$lib/app/commands';
import { notice } from '$lib/app/notice.svelte';
import type { ThisClass } from '$lib/class/thisClass';
import type { Place } from '$lib/app/saving/queue';
import { saving } from '$lib/app/saving/saving.svelte';
import { calledIn } from '$lib/class/names';

type Row = Shapes['RowOut'];

export interface ColumnAct {
	words: string;
	act: () => unknown;
}

export class ColumnActs {
	constructor(
		private readonly here: ThisClass,
		private readonly grid: () => Shapes['GridOut'],
		private readonly column: () => Shapes['ColumnOut'],
		private readonly hasAliases: () => boolean
	) {}

	/** The students whom the work is for. */
	get assigned(): Row[] {
		const { id } = this.column();
		return this.grid().rows.filter((row) => row.cells[id]?.state !== 'not_assigned');
	}

	/** Those of them with nothing in the cell, saved or waiting. */
	get blanks(): Row[] {
		return this.assigned.filter((row) => !this.text(row));
	}

	/** What a student's cell shows, in this column or another: what waits to be saved, before what is. */
	text(row: Row, work = this.column().id): string {
		return saving.shown(this.#place(row, work), row.cells[work]?.text ?? '');
	}

	/** The score that more have than any other, where more than one has it. */
	get usual(): string {
		const texts = this.assigned.map((row) => this.text(row)).filter(Boolean);
		const count = (text: string) => texts.filter((each) => each === text).length;
		const found = texts.toSorted((one, other) => count(other) - count(one))[0] ?? '';
		return count(found) > 1 ? found : '';
	}

	/** Give some students scores, each as `text` says; which grades that changes is shown first. `done` is called once it is. */
	give(rows: Row[], text: (row: Row) => string, named: string, done = (): void => {}): Promise<void> {
		const { id, name } = this.column();
		const given = rows.map((row) => ({
			...this.#place(row), text: text(row), version: row.cells[id]!.version, how: 'filled' as const
		})); // prettier-ignore
		return consequence.ask({
			classId: this.here.id,
			term: this.grid().term_id,
			title: `${name}: ${named} for ${given.length}`,
			entries: given,
			verb: `Give ${named} to ${given.length}`,
			called: this.#called,
			act: async () => {
				await saving.enterAll(this.grid().term_id, given);
				notice.say(`${given.length} get ${named}. Ctrl Z takes it back.`);
				done();
			}
		});
	}

	/** Work of the same points of which what a student has can be given to whoever has nothing here. */
	get alike(): Shapes['ColumnOut'][] {
		const { id, points, entered_as: way } = this.column();
		return this.grid().columns.filter(
			(each) => each.id !== id && each.points === points && each.entered_as === way
		);
	}

	/** Give each who has nothing here what they have in other work. */
	giveAs(other: Shapes['ColumnOut']): Promise<void> {
		const text = (row: Row) => this.text(row, other.id);
		return this.give(
			this.blanks.filter((row) => text(row)),
			text,
			`the same as in ${other.name}`
		);
	}

	close(): Promise<void> {
		const { id, name, closed } = this.column();
		return consequence.ask({
			classId: this.here.id,
			term: this.grid().term_id,
			title: closed ? `Open ${name} again` : `Close ${name}`,
			closed: { [id]: !closed },
			verb: closed ? 'Open it again' : 'Close it',
			called: this.#called,
			act: () => this.#change({ closed: !closed })
		});
	}

	/** Say that the same score for everybody is meant. */
	mean(): Promise<void> {
		return notice.tried(mend(this.here, this.grid().term_id, `alike ${this.column().id}`));
	}

	/** How the column stands, each changed by one press. */
	get states(): ColumnAct[] {
		const { closed, shown, locked } = this.column();
		return [
			{
				words: closed ? 'Open it again' : 'Close it: what is still blank is then missing',
				act: () => this.close()
			},
			{
				words: shown ? 'Hide it from families' : 'Show it to families',
				act: () => this.#change({ shown: !shown, shown_when_in: false, shown_from: null })
			},
			{
				words: locked ? 'Unlock it' : 'Lock it: its scores stay as they are',
				act: () => this.#change({ locked: !locked })
			}
		];
	}

	/** What is done with the whole of it. */
	get whole(): ColumnAct[] {
		const { id } = this.column();
		return [
			{ words: 'Duplicate it', act: () => notice.tried(this.here.editing.duplicate(id)) },
			{
				words: 'Delete it with its scores; both can be brought back for 30 days',
				act: () => this.#remove(id)
			}
		];
	}

	/** All of it, and what can be given to the rest, as the palette offers it. */
	get commands(): Command[] {
		const { name, lock } = this.column();
		const given = [
			{ text: '0', named: 'zero' },
			...this.grid().codes.map((each) => ({ text: each.code, named: `${each.code}, ${each.name},` })),
			...(this.usual ? [{ text: this.usual, named: `${this.usual}, the most common,` }] : [])
		];
		return [
			...[...this.states, ...this.whole].map((each) => ({ name: each.words, words: name, act: each.act })),
			...(lock || !this.blanks.length ? [] : given).map(({ text, named }) => ({
				name: `Give ${named} to the rest`,
				words: name,
				act: () => this.give(this.blanks, () => text, text)
			}))
		];
	}

	/** Deleting moves grades where it has scores: which, is shown first. */
	#remove(id: number): Promise<void> {
		const { name } = this.column();
		return consequence.ask({
			classId: this.here.id,
			term: this.grid().term_id,
			title: `Delete ${name}`,
			deleted: [id],
			verb: 'Delete it',
			called: this.#called,
			act: () =>
				notice.tried(this.here.editing.remove('assignment', id), `${name} is deleted. Ctrl Z brings it back.`)
		});
	}

	get #called(): Called {
		return calledIn(this.grid(), this.hasAliases());
	}

	#place(row: Row, work = this.column().id): Place {
		return { classId: this.here.id, student: row.student_id, assignment: work };
	}

	#change(body: Omit<Shapes['TogetherIn'], 'ids' | 'days'>): Promise<void> {
		return notice.tried(this.here.editing.changeTogether({ ...body, ids: [this.column().id], days: 0 }));
	}
}
