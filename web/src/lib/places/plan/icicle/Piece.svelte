<script lang="ts">
	/** One assignment of the drawing: as wide as its share, with ice as far as its marking has come. */
	import type { Shapes } from '$lib/api/client';

	let {
		work,
		share,
		width,
		words,
		isStop,
		hasScores,
		ontell
	}: {
		work: Shapes['AssignmentOut'];
		/** What is written of it. */
		share: string | null;
		/** Percent of the whole. */
		width: number;
		words: string;
		/** Whether Tab leads to it: the pieces are one stop, and the arrows go along them. */
		isStop: boolean;
		/** Whether anything in its category has a score. */
		hasScores: boolean;
		/** It is pointed at or has the focus; null once that is over. */
		ontell: (words: string | null, isFocused: boolean) => void;
	} = $props();
	/** Too narrow for its name to lie. */
	const isNarrow = $derived(width < 3);

	function step(event: KeyboardEvent): void {
		const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
		if (!by) return;
		event.preventDefault();
		const here = event.currentTarget as HTMLElement;
		const pieces = [...(here.closest('.pieces')?.querySelectorAll<HTMLElement>('.work') ?? [])];
		pieces[pieces.indexOf(here) + by]?.focus();
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (focused to be told about) -->
<div
	class={[
		'work relative min-w-0 overflow-hidden border border-t-0 bg-snow px-0.5 pt-1.25 text-center text-small leading-4',
		hasScores ? 'border-hair' : 'border-dashed border-(--c)'
	]}
	style="flex: {width} 1 0"
	title={words}
	onpointerenter={() => ontell(words, false)}
	onpointerleave={() => ontell(null, false)}
	onfocus={() => ontell(words, true)}
	onblur={() => ontell(null, false)}
	onkeydown={step}
	role="img"
	aria-label={words}
	tabindex={isStop ? 0 : -1}
>
	<!-- Ice begins below the number, so that its edge never goes through it. -->
	{#if work.ice}<i
			class={['absolute inset-x-0 top-0 rounded-b bg-(--ct)', !isNarrow && 'border-b-[1.5px] border-(--c)']}
			style="height: calc(38px + (100% - 38px) * {work.ice / 100})"
		></i>{/if}
	<span
		class={[
			'relative block font-semibold whitespace-nowrap max-md:mx-auto max-md:[writing-mode:vertical-rl]',
			isNarrow && 'mx-auto [writing-mode:vertical-rl]'
		]}>{work.short_name}</span
	><span class={['relative block whitespace-nowrap text-slate max-md:hidden', isNarrow && 'hidden']}
		>{share}</span
	>
</div>
