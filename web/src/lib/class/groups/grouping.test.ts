import { describe, expect, it } from 'vitest';
import { groupNamed, newNames } from './grouping';

const group = (id: number, name: string) => ({ id, name, version: 0, students: [id] });
const groups = [group(1, 'Group 2'), group(2, 'Ärtor')];

describe('the groups of a class', () => {
	it('are found by their whole name, whatever its case and accents', () => {
		expect(groupNamed(groups, ' artor ')?.id).toBe(2);
		expect(groupNamed(groups, 'art')).toBeUndefined();
		expect(groupNamed(groups, '')).toBeUndefined();
	});

	it('get names that are free', () => {
		expect(newNames(groups, 3)).toEqual(['Group 1', 'Group 3', 'Group 4']);
	});
});
