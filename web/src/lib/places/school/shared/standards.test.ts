import { describe, expect, it } from 'vitest';
import { levelsIn, ownable, renamed, standardsIn, written } from './standards';

describe('standards as lines', () => {
	it('reads parts from how far they are set in, and writes them so again', () => {
		const text = 'Number\n  Counting\n    Tens\n  Adding\nReading';
		const read = standardsIn(text);
		expect(read.map((each) => each.within)).toEqual([null, 'Number', 'Counting', 'Number', null]);
		expect(written(read)).toBe(text);
		expect(standardsIn(' Number\n\tCounting\n\n')).toEqual([
			{ name: 'Number', within: null, code: '', wording: '' },
			{ name: 'Counting', within: 'Number', code: '', wording: '' }
		]);
	});

	it('calls one otherwise, with what it is part of, and makes two that are the same one', () => {
		const read = standardsIn('Maps\n  Reading maps\n    Legends\n  Map reading');
		expect(written(renamed(read, 'Reading maps', 'Using maps'))).toBe(
			'Maps\n  Using maps\n    Legends\n  Map reading'
		);
		expect(written(renamed(read, 'Reading maps', 'Map reading'))).toBe('Maps\n  Map reading\n    Legends');
		expect(written(renamed(read, 'Reading maps', 'Legends'))).toBe('Maps\n  Legends\n  Map reading');
	});

	it('reads a code before a name and the wording after it, and writes them so again', () => {
		const text =
			'[RF.4] Reading\n  [RF.4a] Aloud | reads a new text aloud, with expression\nSpeaking | says it so that all hear';
		const read = standardsIn(text);
		expect(read[1]).toEqual({
			name: 'Aloud',
			within: 'Reading',
			code: 'RF.4a',
			wording: 'reads a new text aloud, with expression'
		});
		expect(written(read)).toBe(text);
	});

	it('offers levels of their own to subjects, year groups and branches', () => {
		const listed = standardsIn('Maps\n  Scale').map((each) => ({
			...each,
			subject: 'Geography',
			years: '8, 9'
		}));
		expect(ownable(listed)).toEqual([
			{ by: 'subject', of: 'Geography' },
			{ by: 'years', of: '8' },
			{ by: 'years', of: '9' },
			{ by: 'branch', of: 'Maps' },
			{ by: 'branch', of: 'Scale' }
		]);
	});

	it('reads levels whose names have several words, and names the line that it cannot read', () => {
		expect(levelsIn('Well beyond 3.5 4\nOn the way 0')).toEqual([
			{ mark: 'Well beyond', min: '3.5', value: '4' },
			{ mark: 'On the way', min: '0', value: null }
		]);
		expect(() => levelsIn('Beyond 3.5\nSecure')).toThrow('“Secure”');
	});
});
