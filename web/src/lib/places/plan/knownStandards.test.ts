import { describe, expect, it } from 'vitest';
import { fitting, inTree, isNew, usedLast, type Known } from './knownStandards';

const one = (name: string, more: Partial<Known> = {}): Known => ({
	name, code: '', wording: '', subject: '', within: '', lately: null, ...more
}); // prettier-ignore

const known = [
	one('Reading', { subject: 'English' }),
	one('Fluency', { code: 'RF.4a', wording: 'Reads with purpose and understanding', within: 'Reading', lately: 1 }),
	one('Retelling', { code: 'RL.2', wording: 'Retells a story in order', within: 'Reading', lately: 0 }),
	one('Éclair', { code: 'X.1' })
]; // prettier-ignore
const names = (found: Known[]) => found.map((each) => each.name);

describe('a standard', () => {
	it('is found by its code, by words of its name or wording, and without accents', () => {
		expect(names(fitting(known, 'rf.4'))).toEqual(['Fluency']);
		expect(names(fitting(known, '4a'))).toEqual(['Fluency']);
		expect(names(fitting(known, 'purp'))).toEqual(['Fluency']);
		expect(names(fitting(known, 'eclair'))).toEqual(['Éclair']);
		expect(names(fitting(known, 'story fluency'))).toEqual([]);
		expect(fitting(known, ' ')).toEqual([]);
		// Of the class's own is only what nothing here is called.
		expect(['rf.4a', 'FLUENCY', 'Fluent'].map((typed) => isNew(known, typed))).toEqual([false, false, true]);
	});

	it('comes first where its code, and then where its name begins so', () => {
		expect(names(fitting(known, 'r'))).toEqual(['Fluency', 'Retelling', 'Reading']);
	});

	it('is offered where one used it last, the latest first', () => {
		expect(names(usedLast(known))).toEqual(['Retelling', 'Fluency']);
	});

	it('stands in the tree under what it is a part of, and at the top where that is not listed', () => {
		const shown = inTree([one('Lost', { within: 'Nowhere' }), ...known]).map(
			({ standard, depth }) => `${depth} ${standard.name}`
		);
		expect(shown).toEqual(['0 Lost', '0 Reading', '1 Fluency', '1 Retelling', '0 Éclair']);
	});
});
