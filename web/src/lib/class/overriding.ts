/** Putting something in place of a grade: what is typed is a mark, or a percent, and after a semicolon why. */
import { api, ask, type Shapes } from '$lib/api/client';
import type { ThisClass } from './thisClass';

type Typed = Pick<Shapes['OverrideIn'], 'percent' | 'mark' | 'reason'>;

/** "B; former mark 84" or "84.5"; without a semicolon the reason that was there stays. */
export function readTyped(text: string, reasonBefore: string): Typed {
	const [value = '', ...rest] = text.split(';');
	const bare = value.trim();
	const reason = rest.length ? rest.join(';').trim() : bare ? reasonBefore : '';
	return /^\d/.test(bare) ? { percent: bare, mark: '', reason } : { percent: '', mark: bare, reason };
}

/** An override as it would be typed again. */
export function typedAgain(override: Shapes['OverrideOut'] | null): string {
	if (!override) return '';
	const value = override.mark ?? override.percent ?? '';
	return override.reason ? `${value}; ${override.reason}` : value;
}

/** Overrides of some students, as one act; `sure`: percents above 100 are meant. Gives how many changed. */
export async function override(
	here: Pick<ThisClass, 'id' | 'changing'>,
	term: number,
	entries: Shapes['OverrideIn'][],
	sure = false
): Promise<number> {
	const params = { path: { class_id: here.id, term } };
	const body = { entries, sure };
	const done = await here.changing.make(() =>
		ask(api.PATCH('/api/v1/classes/{class_id}/report/{term}/overrides', { params, body }))
	);
	return done.changed;
}
