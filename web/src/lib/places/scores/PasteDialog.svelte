<script lang="ts">
	/** What a paste would overwrite, before it does. */
	import { counted } from '$lib/words/plurals';
	import { thisClass } from '$lib/class/thisClass';
	import type { Shapes } from '$lib/api/client';
	import Changes from '$lib/class/consequence/Changes.svelte';
	import { consequenceOf } from '$lib/class/consequence/consequence.svelte';
	import { changed, type Called } from '$lib/class/consequence/words';
	import { brief } from '$lib/ui/brief';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import type { Pasted } from './pasting';

	let {
		term,
		called,
		pasted = $bindable(null),
		onpaste
	}: {
		term: number;
		called: Called;
		pasted: Pasted | null;
		onpaste: (pasted: Pasted) => void;
	} = $props();
	const here = thisClass();
	/** Which grades it would change; nothing where nobody answers. */
	const would = $derived(
		pasted?.entries.length
			? consequenceOf({ classId: here.id, term, entries: pasted.entries }).catch(() => null)
			: null
	);
	const overwrites = $derived(
		pasted?.entries.filter((each) => each.before && each.before !== each.text) ?? []
	);
	const named = ({ student, assignment }: Shapes['NotTakenOut']) => {
		const found = pasted?.entries.find((each) => each.student === student && each.assignment === assignment);
		return found ? `${called(student)}, ${found.work}` : 'A cell';
	};
	/** How many would be taken, once that is known. */
	let refused = $state(0);
	$effect(() => {
		const asked = would;
		refused = 0;
		void asked?.then((found) => asked === would && (refused = found?.refused.length ?? 0));
	});
	const count = $derived((pasted?.entries.length ?? 0) - refused);
	const words = $derived(counted(count, 'score'));
</script>

<Dialog
	wide
	title={count ? `Paste ${words}?` : 'Nothing of this can be pasted'}
	bind:open={() => pasted !== null, (open) => !open && (pasted = null)}
>
	{#if pasted}
		{#each pasted.words as line (line)}<p class="text-amber-ink">{line}</p>{/each}
		{#if overwrites.length}
			<p>
				{counted(overwrites.length, 'of them stands', 'of them stand')} where there is another score:
			</p>
			<div class="my-2 max-h-[24vh] overflow-auto">
				<table class="w-full">
					<caption class="sr-only">Scores that would be overwritten</caption>
					<tbody>
						{#each overwrites as each (`${each.student} ${each.assignment}`)}
							<tr
								><th class="h-6.5 border-b border-hair text-left font-normal" scope="row"
									>{called(each.student)}</th
								><td class="h-6.5 border-b border-hair text-left font-normal">{each.work}</td><td
									class="h-6.5 border-b border-hair text-left font-normal"><s>{each.before}</s></td
								><td class="h-6.5 border-b border-hair text-left font-normal"
									><b class="font-semibold">{brief(each.text) || 'blank'}</b></td
								></tr
							>
						{/each}
					</tbody>
				</table>
			</div>
		{/if}
		{#await would then found}
			{#if found}
				{#if found.refused.length}
					<ul class="my-2 max-h-[18vh] overflow-auto text-amber-ink" aria-label="What cannot be read">
						{#each found.refused as each (`${each.student} ${each.assignment}`)}
							<li><b class="font-semibold">{named(each)}</b>: {each.message}</li>
						{/each}
					</ul>
					<p>These are pointed out in their cells; what was there stays.</p>
				{/if}
				{#if found.above.length}
					<ul class="my-2 max-h-[18vh] overflow-auto text-amber-ink" aria-label="What lies above the points">
						{#each found.above as each (`${each.student} ${each.assignment}`)}
							<li><b class="font-semibold">{named(each)}</b>: {each.message}</li>
						{/each}
					</ul>
				{/if}
				<p>{changed(found)}</p>
				{#if found.grades}<div class="my-2 max-h-[24vh] overflow-auto">
						<Changes would={found} {called} now="now" then="then" />
					</div>{/if}
			{/if}
		{/await}
		<p class="mt-3.5 flex gap-3">
			{#if count}<button class="btn" onclick={() => onpaste(pasted!)}>Paste {words}</button>{/if}
			<button class="btn quiet" onclick={() => (pasted = null)}>Leave everything as it is</button>
		</p>
	{/if}
</Dialog>
