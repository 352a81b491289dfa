import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Shapes } from '$lib/api/client';
import { UnsentText } from '$lib/app/saving/unsent.svelte';
import { DeskTexts, type Typed } from './deskTexts.svelte';

function desk(narrative = '') {
	const unsent = new UnsentText<Typed>({
		person: null,
		place: 'comment 1 2 3',
		given: { text: 'Hamza works well.', narrative: null, by_standard: {} },
		version: 1,
		isSame: () => false,
		send: vi.fn()
	});
	const report = { standards: ['Maps', 'Scale'], comment_limit: 350 } as Shapes['ReportOut'];
	const evidence = { narrative, by_standard: { Scale: 'Reads it.' } as Record<string, string> };
	return new DeskTexts(() => report, () => evidence as Shapes['EvidenceOut'], unsent); // prettier-ignore
}

const said = (texts: DeskTexts) => Object.fromEntries(texts.all.map((each) => [each.id, each.text]));

describe('what is written at the desk', () => {
	afterEach(() => document.body.replaceChildren());

	it('takes a sentence of the bank where the hand was last: in the comment, or in what is said on a standard', () => {
		const texts = desk();
		texts.insert('He asks.');
		expect(said(texts)['comment']).toBe('Hamza works well. He asks.');
		texts.lastIn = 'standard-1';
		expect(texts.into.about).toBe('Scale');
		const field = Object.assign(document.createElement('textarea'), { id: 'standard-1', value: 'Reads it.' });
		document.body.append(field);
		field.setSelectionRange(0, 0);
		texts.insert('He likes it.');
		expect(said(texts)).toEqual({
			comment: 'Hamza works well. He asks.',
			'standard-0': '',
			'standard-1': 'He likes it. Reads it.'
		});
	});

	it('has a narrative once one is begun or there', () => {
		const texts = desk();
		expect(texts.hasNarrative).toBe(false);
		texts.narrate();
		expect(texts.hasNarrative).toBe(true);
		expect(desk('A long letter.').hasNarrative).toBe(true);
		// A narrative alone is nothing that a report card shows.
		const empty = desk('A long letter.');
		for (const each of empty.all) if (each.id !== 'narrative') empty.write(each, '');
		expect(empty.isSaid).toBe(false);
	});
});
