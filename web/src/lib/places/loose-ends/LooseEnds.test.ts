import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import type { Shapes } from '$lib/api/client';
import Around from '$lib/tests/Around.svelte';
import { serve } from '$lib/tests/server';
import LooseEnds from './LooseEnds.svelte';

const end = (student: string, kind: string, place: { class_id: number; student_id: number }): Shapes['LooseEndOut'] => ({
	assignment: 'Fractions test', assignment_id: 7 * place.class_id, class_name: `Class ${place.class_id}`, due_on: '2026-09-21',
	flag: '', kind, meant: kind === 'slip' ? '45' : null, points: '50', short_name: 'Fractions', student, term_id: 1,
	text: kind === 'slip' ? '4500' : '', version: 1, words: kind, ...place
}); // prettier-ignore

async function shown() {
	serve({
		'GET /api/v1/loose-ends': () => [
			end('Ebba', 'blank', { class_id: 1, student_id: 1 }),
			end('Ivor', 'low', { class_id: 1, student_id: 2 }),
			end('Suvi', 'slip', { class_id: 2, student_id: 3 })
		]
	});
	render(Around, { part: LooseEnds, given: {} });
	return userEvent.setup();
}
const field = (name: RegExp) => screen.findByRole('textbox', { name });

it('goes from score to score through all classes by Enter and the arrows, and not into what stands beside them', async () => {
	const user = await shown();
	(await field(/Score of Ebba/)).focus();
	await user.keyboard('{Enter}');
	expect(document.activeElement).toBe(await field(/Score of Ivor/));
	await user.keyboard('{ArrowDown}');
	expect(document.activeElement).toBe(await field(/Score of Suvi/));
	await user.keyboard('{Shift>}{Enter}{/Shift}{ArrowUp}');
	expect(document.activeElement).toBe(await field(/Score of Ebba/));
});

it('goes from comment to comment where one is being written, and stays at the last', async () => {
	const user = await shown();
	(await field(/Comment for Ivor/)).focus();
	await user.keyboard('{Enter}');
	expect(document.activeElement).not.toBe(await field(/Score of Suvi/));
});
