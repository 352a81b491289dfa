import { expect, it } from 'vitest';
import { criteriaIn, criteriaText } from './criteriaText';

const TEXT = `Idea 4 → Reading maps: what the map is for
  thin 1: names a place
  sound 2,5
Making by hand 6
  rich 6`;

it('reads criteria with their levels, wording and standards, and writes them again', () => {
	const found = criteriaIn(TEXT);
	expect(found).toEqual([
		{
			name: 'Idea', points: '4', standard: 'Reading maps', description: 'what the map is for',
			levels: [{ name: 'thin', points: '1', wording: 'names a place' }, { name: 'sound', points: '2,5', wording: '' }]
		},
		{ name: 'Making by hand', points: '6', standard: null, description: '', levels: [{ name: 'rich', points: '6', wording: '' }] }
	]); // prettier-ignore
	expect(criteriaText(found as never)).toBe(TEXT);
	expect(criteriaIn('Idea 4 -> Maps')[0]).toMatchObject({ standard: 'Maps', description: '' });
});

it.each([['  thin 1'], ['Idea'], ['Idea 4\n  thin']])('says which line of %j cannot be read', (text) => {
	expect(() => criteriaIn(text)).toThrow(`“${text.split('\n').at(-1)!.trim()}” cannot be read`);
});
