<script lang="ts">
	/**
	 * A value that is changed where it stands. Enter or leaving saves; Esc goes back. What is refused stays typed, with the
	 * reason under it.
	 */
	import { untrack } from 'svelte';
	import { Refusal, words } from '$lib/api/client';
	import { NOT_A_DAY, readDay, shortDay } from '$lib/words/days';

	let {
		value,
		label,
		save,
		kind = 'text',
		align = 'left',
		id,
		version,
		answers = {}
	}: {
		value: string;
		label: string;
		/** Saves what was typed, on the version that stood there when typing began. */
		save: (text: string, version: number | undefined) => Promise<unknown>;
		kind?: 'text' | 'day';
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
		const meant = kind === 'day' && text.trim() ? readDay(text, value || undefined) : text;
		if (meant === null) {
			problem = NOT_A_DAY;
			asked = null;
			return;
		}
		if (meant === value && sent === null) {
			typed = null;
			problem = '';
			return;
		}
		sent = text;
		try {
			await saved(meant, basis);
			if (sent !== text) return;
			problem = '';
			// What was typed since stays.
			if (typed === text) typed = null;
		} catch (error) {
			if (sent !== text) return;
			problem = words(error);
			asked = error instanceof Refusal ? error.code : null;
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

<span class="relative block">
	<input
		class="h-6.5 w-full rounded border border-transparent bg-transparent px-1 text-ellipsis hover:border-hair focus:border-juniper focus:bg-snow aria-[invalid=true]:border-rowan aria-[invalid=true]:bg-snow"
		bind:this={input}
		{id}
		aria-label={label}
		aria-invalid={problem ? 'true' : undefined}
		aria-describedby={problem ? reason : undefined}
		style="text-align: {align}"
		value={typed ?? (kind === 'day' && value ? shortDay(value) : value)}
		oninput={(event) => {
			if (typed === null) basis = version;
			typed = event.currentTarget.value;
		}}
		onblur={() => keep()}
		{onkeydown}
		onfocus={(event) => event.currentTarget.select()}
	/>
	{#if problem}
		<span
			class="problem absolute top-7 left-0 z-5 w-max max-w-75 rounded bg-snow px-2.5 py-1.5 text-left whitespace-normal shadow-raised"
		>
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
