<script lang="ts">
	/** One line to add something in, ready for the next at once; what is refused comes back with the reason. */
	import type { Snippet } from 'svelte';
	import type { Adding } from './adding.svelte';

	let {
		label,
		verb,
		adding,
		onadd,
		fields,
		mends
	}: {
		label: string;
		verb: string;
		adding: Adding;
		onadd: () => void;
		fields: Snippet;
		/** What can be done about a problem, beside it. */
		mends?: Snippet;
	} = $props();

	/** Down from a line leads into the rows that stand below it. */
	function onkeydown(event: KeyboardEvent): void {
		if (event.key !== 'ArrowDown' || !(event.target instanceof HTMLInputElement)) return;
		const line = event.currentTarget as HTMLElement;
		const below = [...document.querySelectorAll<HTMLElement>('form[data-adds], [data-row]')].find(
			(each) => line.compareDocumentPosition(each) & Node.DOCUMENT_POSITION_FOLLOWING
		);
		const field = below?.querySelector<HTMLElement>('input:not([type=checkbox])');
		if (field) event.preventDefault();
		field?.focus();
	}

	function onsubmit(event: SubmitEvent): void {
		event.preventDefault();
		(event.currentTarget as HTMLFormElement).querySelector('input')?.focus();
		onadd();
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions (its fields are what is used) -->
<form
	class="flex min-w-0 flex-wrap items-end gap-1.5 pb-3 [&>.day]:basis-33 [&>.pick]:flex-[0_0_112px] [&>.wide]:flex-[1_1_120px] [&>label]:flex-[0_0_58px]"
	aria-label={label}
	data-adds
	{onkeydown}
	{onsubmit}
>
	{@render fields()}
	<button class="btn quiet flex-none justify-center px-2.5" aria-label={verb}>Add</button>
	{#if adding.problem}
		<p class="problem flex-[0_0_100%]" role="alert">
			{adding.problem.text}
			{@render mends?.()}
		</p>
	{/if}
</form>
