<script lang="ts">
	/** A text beside a score: it is entered when one leaves the field, and is one's own while one types. */
	import { onDestroy } from 'svelte';
	import { only, saving } from '$lib/saving/saving.svelte';
	import type { Place } from '$lib/saving/queue';

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
		class="field"
		rows="1"
		{placeholder}
		value={field}
		oninput={(event) => type(event.currentTarget.value)}
		{onkeydown}
		onblur={enter}></textarea>
</label>
{#if offered.length}
	<ul class="phrases" aria-label="Comments used last, and short ones of the bank">
		{#each offered as phrase (phrase)}
			<li>
				<button onmousedown={(event) => event.preventDefault()} onclick={() => offer(phrase)}>{phrase}</button
				>
			</li>
		{/each}
	</ul>
{/if}

<style>
	textarea.field {
		height: auto;
		min-height: 28px;
		max-height: 160px;
		margin-top: 4px;
		padding: 4px 8px;
		field-sizing: content;
		resize: none;
	}
	/* Two lines of them; the rest is scrolled to, or found by typing. */
	.phrases {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 6px;
		max-height: 48px;
		margin-top: 6px;
		overflow-y: auto;
		font-size: 12px;
		line-height: 16px;
	}
	.phrases button {
		padding: 2px 6px;
		border-radius: 3px;
		box-shadow: inset 0 0 0 1px var(--hair);
		color: var(--juniper);
		text-align: left;
	}
	.phrases button:hover {
		background: var(--ice-2);
	}
</style>
