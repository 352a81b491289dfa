/** What a file would change, in words. */
import { counted } from '$lib/words/plurals';
import type { Draft } from '../keeping';

/** The kinds of change, as they stand after their number. */
export const kinds = [
	['class', 'new classes'],
	['teacher', 'teachers'],
	['come', 'come'],
	['move', 'change section'],
	['rename', 'renamed'],
	['change', 'otherwise changed'],
	['guardian', 'guardians'],
	['leave', 'leave'],
	['unread', 'cannot be read']
] as const;

export type Kind = (typeof kinds)[number][0];

/** How many changes there are in all. */
export function total({ counts }: Draft): number {
	return Object.values(counts).reduce((sum, each) => sum + each, 0);
}

/** All of it in a sentence. */
export function summary(draft: Draft): string {
	const { counts } = draft;
	if (!total(draft)) return 'all is as it says already.';
	const of = (kind: string) => counts[kind] ?? 0;
	const one = (count: number, single: string, more: string) => (count === 1 ? single : more);
	const parts = [
		of('class') && `${counted(of('class'), 'class', 'classes')} would be made`,
		of('teacher') && `${counted(of('teacher'), 'teacher')} would teach`,
		of('come') && `${counted(of('come'), 'student')} would come`,
		of('move') && `${of('move')} ${one(of('move'), 'changes', 'change')} section`,
		of('leave') && `${of('leave')} ${one(of('leave'), 'leaves', 'leave')}`,
		of('rename') && `${of('rename')} ${one(of('rename'), 'is', 'are')} renamed`,
		of('change') && `${of('change')} otherwise changed`,
		of('guardian') && `${counted(of('guardian'), 'guardian')} would be added`
	].filter(Boolean);
	const unread = of('unread');
	const tail = unread ? `${counted(unread, 'line')} cannot be read` : '';
	return `${[parts.join(', '), tail].filter(Boolean).join('; ')}.`;
}
