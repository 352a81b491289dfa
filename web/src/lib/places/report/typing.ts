/** What is typed in place of a grade: a mark, or a percent, and after a semicolon why. */
import type { Shapes } from '$lib/api/client';

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
