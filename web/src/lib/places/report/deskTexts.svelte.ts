/** What can be written at the desk: the comment, what is said on each standard, and the narrative. */
import { tick } from 'svelte';
import type { Shapes } from '$lib/api/client';
import type { UnsentText } from '$lib/app/saving/unsent.svelte';

/** What was typed and has not reached the server; of the standards and the narrative only what was touched. */
export interface Typed {
	text: string;
	narrative: string | null;
	by_standard: Record<string, string>;
}

interface Text {
	/** Of its field. */
	id: string;
	label: string;
	/** What it is about, where it is not the comment as a whole. */
	about: string;
	/** In characters. */
	longest: number;
	rows: number;
	text: string;
	write: (text: string) => void;
}

const LONGEST_NARRATIVE = 20_000;
const fieldOf = (id: string) => document.getElementById(id) as HTMLTextAreaElement | null;

export class DeskTexts {
	isNarrating = $state(false);
	/** The field that the hand was in last: a sentence of the bank goes there. */
	lastIn = $state('comment');

	constructor(
		private readonly report: () => Shapes['ReportOut'],
		private readonly evidence: () => Shapes['EvidenceOut'] | undefined,
		private readonly unsent: UnsentText<Typed>
	) {}

	/** All that can be written now, from above. */
	get all(): Text[] {
		const { standards, comment_limit: longest } = this.report();
		const typed = this.unsent.value;
		const evidence = this.evidence();
		const narrative = typed.narrative ?? evidence?.narrative ?? '';
		const found: Text[] = [
			{ id: 'comment', label: 'Comment for the family', about: '', longest, rows: 4, text: typed.text, write: (text) => (typed.text = text) },
			...standards.map((name, place) => ({
				id: `standard-${place}`, label: `On ${name}`, about: name, longest, rows: 2,
				text: typed.by_standard[name] ?? evidence?.by_standard[name] ?? '',
				write: (text: string) => (typed.by_standard[name] = text)
			}))
		]; // prettier-ignore
		if (this.isNarrating || narrative)
			found.push({
				id: 'narrative', label: 'Narrative, a letter of its own with the report card', about: 'the narrative',
				longest: LONGEST_NARRATIVE, rows: 8, text: narrative, write: (text) => (typed.narrative = text)
			}); // prettier-ignore
		return found;
	}

	get hasNarrative(): boolean {
		return this.all.some((each) => each.id === 'narrative');
	}

	/** Whether anything is said that a report card could show: the comment, or something on a standard. */
	get isSaid(): boolean {
		return this.all.some((each) => each.id !== 'narrative' && each.text.trim() !== '');
	}

	/** Where a sentence of the bank goes. */
	get into(): Text {
		const { all } = this;
		return all.find((each) => each.id === this.lastIn) ?? all[0]!;
	}

	/** Every keystroke is kept in this browser until the server has it. */
	write(to: Text, text: string): void {
		to.write(text);
		this.unsent.touch();
	}

	/** A sentence goes in where the caret was, apart from what stands beside it. */
	insert(sentence: string): void {
		const { into } = this;
		const at = fieldOf(into.id)?.selectionEnd ?? into.text.length;
		const left = into.text.slice(0, at);
		const right = into.text.slice(at);
		const gap = left && !/\s$/.test(left) ? ' ' : '';
		this.write(into, `${left}${gap}${sentence}${right && !/^\s/.test(right) ? ' ' : ''}${right}`);
		const caret = left.length + gap.length + sentence.length;
		void tick().then(() => fieldOf(into.id)?.setSelectionRange(caret, caret));
	}

	/** To the field of the comment, or to the one that the hand was in last. */
	focus(id = this.into.id): void {
		fieldOf(id)?.focus();
	}

	narrate(): void {
		this.isNarrating = true;
		void tick().then(() => this.focus('narrative'));
	}
}
