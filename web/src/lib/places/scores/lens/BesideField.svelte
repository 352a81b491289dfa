<script lang="ts">
	/** A text beside a score: it is entered when one leaves the field, and is one's own while one types. */
	import { onDestroy } from 'svelte';
	import { only, saving } from '$lib/app/saving/saving.svelte';
	import type { Place } from '$lib/app/saving/queue';

	let {
		id,
		heading,
		what,
		place,
		term,
		version,
		saved,
		placeholder,
		phrases
	}: {
		id: string;
		heading: string;
		what: 'comment' | 'note';
		place: Place;
		term: number;
		/** Of the score that it stands beside. */
		version: number;
		/** What is saved. */
		saved: string;
		placeholder: string;
		/** Texts that are offered. */
		phrases: string[];
	} = $props();
	/** What is being typed, where, on top of what stood there; null while nothing is. */
	let typing = $state.raw<{ text: string; at: Place & { version: number }; was: string } | null>(null);
	const shown = $derived(saving.beside(place, what, saved));
	const field = $derived(typing?.text ?? shown);
	/** Those that what is typed begins, or all while there is nothing. */
	const offered = $derived(
		phrases.filter((each) => each !== field && each.toLowerCase().includes(field.trim().toLowerCase()))
	);

	function type(text: string): void {
		typing = { text, at: typing?.at ?? { ...place, version }, was: typing?.was ?? shown };
	}

	function enter(): void {
		if (!typing) return;
		const { text, at, was } = typing;
		typing = null;
		if (text.trim() !== was) void saving.enter({ ...at, ...only(what, text.trim(), was) }, term);
	}

	function offer(text: string): void {
		type(text);
		enter();
	}

	/** Esc goes back to what stood there. */
	function onkeydown(event: KeyboardEvent): void {
		if (event.key === 'Escape') typing = null;
	}

	onDestroy(enter);
</script>

<label>
	<h3>{heading}</h3>
	<textarea
		{id}
		class="field mt-1 [field-sizing:content] h-auto max-h-40 min-h-7 resize-none px-2 py-1"
		rows="1"
		{placeholder}
		value={field}
		oninput={(event) => type(event.currentTarget.value)}
		{onkeydown}
		onblur={enter}></textarea>
</label>
{#if offered.length}
	<ul
		class="mt-1.5 flex max-h-12 flex-wrap gap-x-1.5 gap-y-1 overflow-y-auto text-small leading-4"
		aria-label="Comments used last, and short ones of the bank"
	>
		{#each offered as phrase (phrase)}
			<li>
				<button
					class="rounded px-1.5 py-0.5 text-left text-juniper shadow-[inset_0_0_0_1px_var(--color-hair)] hover:bg-ice-2"
					onmousedown={(event) => event.preventDefault()}
					onclick={() => offer(phrase)}>{phrase}</button
				>
			</li>
		{/each}
	</ul>
{/if}
