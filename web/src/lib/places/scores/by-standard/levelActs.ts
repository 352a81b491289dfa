/** What can be done with the level one is at: the cell's menu, whose letters mean what they mean in the grid. */
import { goto } from '$app/navigation';
import { neighbour } from '$lib/app/classes';
import { notice } from '$lib/app/notice.svelte';
import { opened } from '$lib/app/opened.svelte';
import { goTo, toFirst } from '$lib/ui/focus';
import type { MenuAct } from '$lib/ui/menu/Menu.svelte';

/** Where one is: a student's level, or a standard with all students. */
export interface Looked {
	student: number | null;
	standard: string;
}

/** The parts of the lens that the hand goes to, by their ids. */
export const WHY = 'lens-why';
export const WORKING = 'lens-working';

export function actsOfLevel(
	{ student, standard }: Looked,
	{ classId, term, isByHand }: { classId: number; term: number; isByHand: boolean },
	lookAt: (at: Looked) => void
): MenuAct[] {
	const page = `/class/${classId}/student/${student}?term=${term}`;
	return [
		{
			key: 'w',
			words: 'how the level comes about',
			act: () => {
				lookAt({ student, standard });
				void toLens(WORKING, 'summary').then((fold) => fold?.closest('details')?.setAttribute('open', ''));
			}
		},
		...(isByHand
			? [
					{
						key: 'c',
						words: 'why it is set by hand',
						act: () => {
							lookAt({ student, standard });
							void toLens(WHY, 'input');
						}
					}
				]
			: []),
		{
			key: 'k',
			words: 'the standard, all students',
			act: () => {
				lookAt({ student: null, standard });
				toFirst(document.querySelector('.side-by-side > aside'));
			}
		},
		{ key: 's', words: 'all about this student', act: () => void goto(page) },
		{ key: 'v', words: 'as the family sees it', act: () => void goto(`${page}&eyes=family`) },
		{ key: '?', words: 'all keys', act: () => void (opened.keys = true) },
		{ key: '[', words: 'previous class', act: () => void neighbour(-1) },
		{ key: ']', words: 'next class', act: () => void neighbour(1) }
	];
}

/** Bring the hand to a part of the lens, once it is there; gives the element. */
async function toLens(id: string, control: string): Promise<HTMLElement | null> {
	const find = () => document.querySelector<HTMLElement>(`#${id} ${control}`);
	const isThere = await goTo(find, (typed) =>
		notice.problem(`It did not open in the lens.${typed ? ` What was typed for it: ${typed}` : ''}`)
	);
	return isThere ? find() : null;
}
