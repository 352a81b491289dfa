import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Shapes } from '$lib/api/client';
import type { ThisClass } from '$lib/class/thisClass';
import { Reporting } from './reporting';
import { standing } from './rows';
import { readTyped, typedAgain } from '$lib/class/overriding';

describe('what is typed in place of a grade', () => {
	it.each([
		['b', { percent: '', mark: 'b', reason: 'old' }],
		[' 84.5 ', { percent: '84.5', mark: '', reason: 'old' }],
		['84 %; exam; oral', { percent: '84 %', mark: '', reason: 'exam; oral' }],
		['W;', { percent: '', mark: 'W', reason: '' }],
		['', { percent: '', mark: '', reason: '' }]
	])('reads %s', (text, read) => {
		expect(readTyped(text, 'old')).toEqual(read);
	});

	it('is typed again as it stands', () => {
		const put = { mark: 'B', percent: null, reason: 'former mark; 84', who: 'x', at: '' };
		expect(readTyped(typedAgain(put), '')).toEqual({ percent: '', mark: 'B', reason: 'former mark; 84' });
		expect(typedAgain(null)).toBe('');
	});
});

describe('the comment bank', () => {
	afterEach(() => vi.unstubAllGlobals());

	it('takes a sentence that is new, and of one’s own what one changed', async () => {
		const sent: [string, string, unknown][] = [];
		vi.stubGlobal('fetch', async (request: Request) => {
			sent.push([request.method, new URL(request.url).pathname, await request.json()]);
			return new Response(null, { status: 204 });
		});
		const here = { id: 5, changing: { make: (act: () => unknown) => act() } } as unknown as ThisClass;
		const reporting = new Reporting(here, () => 1);
		const known = {
			id: 7, text: 'Well done.', purpose: 'praise', shown: 'Well done.', is_own: true, is_favourite: false, fits: true
		}; // prettier-ignore
		await reporting.keepSentence(known.id, known);
		await reporting.keepSentence(null, { text: 'Go on.', purpose: 'closing' });
		expect(sent).toEqual([
			['PUT', '/api/v1/classes/5/bank/7', { text: 'Well done.', purpose: 'praise' }],
			['POST', '/api/v1/classes/5/bank', { text: 'Go on.', purpose: 'closing' }]
		]);
	});
});

describe('how the rows stand', () => {
	function row(state: Shapes['ReportRow']['state'], ...kinds: string[]): Shapes['ReportRow'] {
		const checks = kinds.map((kind) => ({ kind, words: kind, is_binding: kind === 'no_effort' }));
		return { state, checks } as Shapes['ReportRow'];
	}

	it('counts each row once', () => {
		const rows = [
			row('ready'),
			row('ready', 'loose_ends'),
			row('ready', 'other_name'),
			row('ready', 'no_effort'),
			row('changed'),
			row('being_written', 'placeholder'),
			row('being_written'),
			row('no_comment', 'no_comment'),
			row('no_grade', 'no_grade'),
			row('posted', 'same_text')
		];
		const stands = standing(rows);
		const counts = Object.values(stands).map((each) => each.length);
		expect(counts).toEqual([3, 3, 1, 1, 1, 1]);
		expect(counts.reduce((sum, each) => sum + each)).toBe(rows.length);
	});
});
