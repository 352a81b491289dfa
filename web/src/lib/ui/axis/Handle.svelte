<script lang="ts">
	/** A number at its place on an axis: dragged, moved by the arrow keys, or typed, for which a digit begins another in its place. */
	import { tick } from 'svelte';
	import { Moved } from '$lib/ui/moved.svelte';

	let {
		label,
		value,
		at,
		top,
		per,
		between,
		on
	}: {
		label: string;
		value: number;
		/** Where it stands, in px; `per` is how much one pixel is. */
		at: number;
		top: number;
		per: number;
		/** It stays between these two. */
		between: [number, number];
		/** Told with null once nothing is moved any more. */
		on: { move: (value: number | null) => void; keep: (value: number) => void };
	} = $props();
	const moved = new Moved(() => ({
		value,
		least: between[0] + 0.1,
		most: between[1] - 0.1,
		per,
		onmove: on.move,
		onkeep: on.keep
	}));
	/** What is being typed in its place. */
	let typed = $state<string | null>(null);
	let handle = $state<HTMLElement>();
	const isOut = $derived.by(() => {
		const number = typed?.trim() ? Number(typed) : NaN;
		return !(number > between[0] && number < between[1]);
	});

	function onkeydown(event: KeyboardEvent): void {
		if (/^\d$/.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey) {
			event.preventDefault();
			moved.drop();
			typed = event.key;
		} else moved.onkeydown(event);
	}

	async function leave(): Promise<void> {
		typed = null;
		await tick();
		handle?.focus();
	}

	/** What is typed holds as soon as one goes on, as what is moved does; what lies outside is not taken. */
	function take(): void {
		if (typed !== null && !isOut) {
			moved.set(Number(typed));
			moved.keep();
		}
		typed = null;
	}

	function ontyped(event: KeyboardEvent): void {
		event.stopPropagation();
		if (event.key === 'Enter' && !isOut) take();
		else if (event.key !== 'Escape') return;
		void leave();
	}
</script>

{#if typed !== null}
	<input
		class={[
			'num absolute z-10 h-6 w-14 -translate-x-1/2 rounded border bg-snow px-1 text-center text-small',
			isOut ? 'border-rowan' : 'border-juniper'
		]}
		style:left="{at}px"
		style:top="{top}px"
		inputmode="decimal"
		maxlength="8"
		aria-label="{label}, between {between[0]} and {between[1]}"
		title="between {between[0]} and {between[1]}"
		aria-invalid={isOut ? 'true' : undefined}
		bind:value={typed}
		onkeydown={ontyped}
		onblur={take}
		{@attach (field) => field.focus()}
	/>
{:else}
	<span
		bind:this={handle}
		class={[
			'num absolute grid h-6 min-w-6 -translate-x-1/2 cursor-ew-resize touch-none place-items-center rounded px-0.5 text-small select-none hover:bg-ice max-md:pointer-events-none',
			moved.to === null ? 'text-slate' : 'z-10 bg-juniper font-semibold text-on-juniper'
		]}
		style:left="{at + (moved.now - value) / per}px"
		style:top="{top}px"
		role="slider"
		tabindex="0"
		aria-label={label}
		aria-valuenow={moved.now}
		aria-valuemin={between[0]}
		aria-valuemax={between[1]}
		{onkeydown}
		onblur={moved.keep}
		onpointerdown={moved.onpointerdown}
		onpointermove={moved.onpointermove}
		onpointerup={moved.onpointerup}
		onpointercancel={moved.drop}>{moved.now}</span
	>
{/if}
