<script lang="ts">
	/** A day, typed in any usual way or chosen from a month (Alt and the down arrow, or the button). */
	import Later from '../Later.svelte';
	import { fullDay, NOT_A_DAY, readDay } from '$lib/words/days';

	let {
		value = $bindable(''),
		onchange,
		label,
		id,
		invalid,
		required = false,
		inline = false,
		placeholder,
		class: looks = 'field'
	}: {
		/** An ISO date, or nothing. */
		value?: string;
		/** A day was given, or taken away; what is shown then is the value that comes back. Without it, `value` is bound. */
		onchange?: (value: string) => void;
		/** Its name, where no label stands around it. */
		label?: string;
		id?: string;
		invalid?: 'true' | undefined;
		required?: boolean;
		/** Inside a sentence. */
		inline?: boolean;
		placeholder?: string;
		class?: string;
	} = $props();

	let typed = $state<string | null>(null);
	/** What stood there when typing began: what is typed is read from there, also while a bound day follows it. */
	let before = '';
	let isOpen = $state(false);
	let input = $state<HTMLInputElement>();
	let button = $state<HTMLElement>();
	const reason = $props.id();
	const meant = $derived(typed === null ? value : typed.trim() ? readDay(typed, before || undefined) : '');
	let isLeft = $state(false);
	const isWrong = $derived(meant === null && isLeft);

	function give(next: string): void {
		if (onchange) {
			if (next !== value) onchange(next);
		} else value = next;
	}

	function oninput(): void {
		if (typed === null) before = value;
		typed = input!.value;
		isLeft = false;
		input?.setCustomValidity(meant === null ? NOT_A_DAY : '');
		// What follows from a day that is only bound follows as it is typed.
		if (!onchange) give(meant ?? '');
	}

	/** It is typed to its end: by Enter, or by going elsewhere. */
	function end(): void {
		isLeft = true;
		if (typed === null || meant === null) return;
		give(meant);
		typed = null;
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.key === 'Enter') end();
		if (event.key === 'Escape' && typed !== null) {
			event.stopPropagation();
			typed = null;
			give(before);
			input?.setCustomValidity('');
		}
		if (event.key === 'ArrowDown' && event.altKey) {
			event.preventDefault();
			event.stopPropagation();
			end();
			isOpen = true;
		}
	}

	function pick(day: string): void {
		typed = null;
		input?.setCustomValidity('');
		give(day);
		isOpen = false;
	}
</script>

<span class={['relative', inline ? 'inline-block' : 'block']}>
	<input
		bind:this={input}
		{id}
		{required}
		{placeholder}
		class={[looks, 'pr-7']}
		autocomplete="off"
		aria-label={label}
		aria-invalid={isWrong ? 'true' : invalid}
		aria-describedby={isWrong ? reason : undefined}
		value={typed ?? (value ? fullDay(value) : '')}
		{oninput}
		onblur={end}
		{onkeydown}
		onfocus={() => input?.select()}
	/>
	<button
		bind:this={button}
		type="button"
		tabindex={-1}
		aria-haspopup="dialog"
		aria-expanded={isOpen}
		aria-label="Choose {label ? `${label}: ` : ''}a day"
		class="absolute inset-y-0 right-0 flex w-7 items-center justify-center text-slate hover:text-ink"
		onclick={() => (isOpen = !isOpen)}
	>
		<svg class="size-3.5 stroke-current" viewBox="0 0 14 14" fill="none" aria-hidden="true">
			<path d="M1 3.5h12v9.5H1zM1 6.5h12M4.5 1v3M9.5 1v3" />
		</svg>
	</button>
	<Later part={() => import('./MonthPopover.svelte')} when={isOpen}>
		{#snippet children(MonthPopover)}
			<MonthPopover bind:open={isOpen} beside={button!} back={input!} {value} onpick={pick} />
		{/snippet}
	</Later>
	{#if isWrong}<span
			class="problem absolute top-full right-0 z-10 w-max max-w-full rounded bg-snow px-2.5 py-1.5 shadow-raised"
			id={reason}
			role="alert">{NOT_A_DAY}</span
		>{/if}
</span>
