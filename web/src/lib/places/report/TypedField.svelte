<script lang="ts">
	/** An override or an effort where it stands in its row: shown, and typed. */
	import { hasLeft } from '$lib/ui/focus';
	import type { Row } from './rows';
	import type { Field, TableTyping } from './tableTyping.svelte';

	let {
		typing,
		row,
		at,
		ontype,
		onkeydown
	}: {
		typing: TableTyping;
		row: Row;
		at: Field;
		/** It is to be typed in. */
		ontype: () => void;
		onkeydown: (event: KeyboardEvent) => void;
	} = $props();
	const label = $derived(at === 'effort' ? 'Effort' : 'Override');
	const place = $derived(typing.key(row.student_id, at));
</script>

{#if typing.isIn(row, at)}
	<input
		class="h-6.5 w-full rounded border border-juniper px-0.75"
		aria-label="{label} of {row.given_name} {row.family_name}"
		aria-invalid={typing.refused[place] ? 'true' : undefined}
		aria-describedby={typing.refused[place] ? `refused-${place}` : undefined}
		list={at === 'effort' ? 'efforts' : undefined}
		placeholder={at === 'override' ? 'B; why' : ''}
		bind:value={typing.now!.text}
		{onkeydown}
		onblur={(event) => {
			// Going on to another row, its field is open before this one has gone.
			if (hasLeft(event) && typing.isIn(row, at)) typing.take();
		}}
	/>
{:else}
	<button
		class={[
			'block h-7 w-full cursor-text overflow-hidden px-1 text-left text-ellipsis',
			typing.refused[place] && 'shadow-[inset_0_0_0_1px_var(--color-rowan)]'
		]}
		tabindex="-1"
		title={at === 'override' ? row.override?.reason : undefined}
		onclick={(event) => {
			event.stopPropagation();
			ontype();
		}}
	>
		<span class="sr-only">{label} of {row.given_name} {row.family_name}</span>
		{#if typing.refused[place] || typing.onWay[place] !== undefined}<span class="text-slate"
				>{typing.refused[place]?.text ?? typing.onWay[place]}</span
			>{:else if at === 'effort'}{row.effort}{:else if row.override}<b class="font-semibold"
				>{row.override.mark ?? `${row.override.percent} %`}</b
			> <span class="text-slate">{row.override.reason}</span>{/if}
	</button>
{/if}
