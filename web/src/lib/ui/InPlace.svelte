<script lang="ts">
	/**
	 * A value that is changed where it stands. Enter or leaving saves; Esc goes back. What is refused stays typed, with the
	 * reason under it.
	 */
	import { untrack } from 'svelte';
	import { Refusal, words } from '$lib/api/client';
	import { shortDay } from '$lib/api/days';

	let {
		value,
		label,
		save,
		type = 'text',
		align = 'left',
		id,
		version,
		answers = {}
	}: {
		value: string;
		label: string;
		/** Saves what was typed, on the version that stood there when typing began. */
		save: (text: string, version: number | undefined) => Promise<unknown>;
		type?: 'text' | 'date';
		align?: 'left' | 'right';
		/** What a check jumps to. */
		id?: string;
		version?: number | undefined;
		/** What can be answered where saving asks something: by the field of the refusal, words and another way to save. */
		answers?: Record<string, readonly (readonly [string, typeof save])[]>;
	} = $props();
	let typed = $state<string | null>(null);
	/** What a colleague changes while one types is not what one typed on. */
	let basis: number | undefined;
	let problem = $state('');
	let asked = $state<string | null>(null);
	/** What is on its way to be saved. */
	let sent: string | null = null;
	let input: HTMLInputElement;
	const reason = $props.id();

	// What comes anew under one's hand is chosen as what stood there was, so that typing replaces it.
	$effect(() => {
		if (value && untrack(() => typed) === null && document.activeElement === input) input.select();
	});

	async function keep(saved = save): Promise<void> {
		const text = typed;
		if (text === null || text === sent) return;
		if (text === value && sent === null) {
			typed = null;
			problem = '';
			return;
		}
		sent = text;
		try {
			await saved(text, basis);
			if (sent !== text) return;
			problem = '';
			// What was typed since stays.
			if (typed === text) typed = null;
		} catch (error) {
			if (sent !== text) return;
			problem = words(error);
			asked = error instanceof Refusal ? error.field : null;
		} finally {
			if (sent === text) sent = null;
		}
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.key === 'Enter') void keep();
		if (event.key !== 'Escape') return;
		typed = null;
		problem = '';
	}
</script>

<span class="wrap">
	{#if type === 'date'}<span class="day" aria-hidden="true">{value ? shortDay(value) : '—'}</span>{/if}
	<input
		bind:this={input}
		{type}
		{id}
		aria-label={label}
		aria-invalid={problem ? 'true' : undefined}
		aria-describedby={problem ? reason : undefined}
		style="text-align: {align}"
		value={typed ?? value}
		oninput={(event) => {
			if (typed === null) basis = version;
			typed = event.currentTarget.value;
		}}
		onblur={() => keep()}
		{onkeydown}
		onfocus={(event) => event.currentTarget.select()}
	/>
	{#if problem}
		<span class="problem">
			<span id={reason} role="alert">{problem}</span>
			{#each answers[asked ?? ''] ?? [] as [said, saved] (said)}
				<!-- Pressing it is not leaving the field. -->
				<button class="link" onmousedown={(event) => event.preventDefault()} onclick={() => keep(saved)}
					>{said}</button
				>
			{/each}
		</span>
	{/if}
</span>

<style>
	.wrap {
		position: relative;
		display: block;
	}
	input {
		width: 100%;
		height: 26px;
		padding: 0 4px;
		border: 1px solid transparent;
		border-radius: 3px;
		background: transparent;
		text-overflow: ellipsis;
	}
	input:hover {
		border-color: var(--hair);
	}
	input:focus {
		border-color: var(--juniper);
		background: var(--snow);
	}
	input[aria-invalid='true'] {
		border-color: var(--rowan);
		background: var(--snow);
	}
	/* A day is shown as days are written here; the browser's own way of entering one comes with the focus. */
	.day {
		position: absolute;
		left: 5px;
		top: 4px;
		pointer-events: none;
	}
	input[type='date']:not(:focus) {
		color: transparent;
	}
	input[type='date']:not(:focus)::-webkit-calendar-picker-indicator {
		display: none;
	}
	.wrap:focus-within .day {
		display: none;
	}
	.problem {
		position: absolute;
		left: 0;
		top: 28px;
		z-index: 5;
		width: max-content;
		max-width: 300px;
		padding: 6px 10px;
		white-space: normal;
		text-align: left;
		border-radius: 3px;
		background: var(--snow);
		box-shadow: var(--shadow);
	}
</style>
