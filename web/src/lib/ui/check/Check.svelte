<script lang="ts">
	/** Something that holds or does not: a box to tick, with its words beside it. */
	import type { Snippet } from 'svelte';
	import type { ClassValue } from 'svelte/elements';
	import { Checkbox } from 'bits-ui';
	import { Latest } from '$lib/ui/latest.svelte';

	let {
		checked = $bindable(false),
		onchange,
		mixed = false,
		disabled = false,
		label,
		class: looks,
		children
	}: {
		checked?: boolean;
		/** Somebody ticked it or took the tick away: that is shown until what it gives is settled, then what came back. Without it, `checked` is bound. */
		onchange?: (isOn: boolean) => unknown;
		/** It holds for a part of what it is of. */
		mixed?: boolean;
		disabled?: boolean;
		/** Its name, where no words stand beside it. */
		label?: string;
		class?: ClassValue;
		children?: Snippet;
	} = $props();

	const latest = new Latest(
		() => checked,
		async (isOn) => onchange?.(isOn)
	);

	function turn(isOn: boolean): void {
		if (onchange) void latest.change(() => isOn);
		else checked = isOn;
	}
</script>

{#snippet box()}
	<Checkbox.Root
		class="inline-flex size-3.5 flex-none items-center justify-center rounded-[2px] border border-slate bg-snow align-middle text-on-juniper disabled:border-rule disabled:bg-hair data-[state=checked]:border-juniper data-[state=checked]:bg-juniper data-[state=indeterminate]:border-juniper data-[state=indeterminate]:bg-juniper"
		{disabled}
		aria-label={label}
		indeterminate={mixed && !latest.now}
		bind:checked={() => latest.now, turn}
	>
		{#snippet children({ checked, indeterminate })}
			<svg class="size-3 fill-none stroke-current stroke-2" viewBox="0 0 12 12" aria-hidden="true">
				{#if indeterminate}<path d="M3 6h6" />{:else if checked}<path d="m2.5 6.2 2.4 2.4 4.6-5.2" />{/if}
			</svg>
		{/snippet}
	</Checkbox.Root>
{/snippet}

{#if children}
	<label class={['flex min-h-6 items-center gap-1.5', disabled && 'text-slate', looks]}>
		{@render box()}
		<span class="min-w-0 flex-1">{@render children()}</span>
	</label>
{:else}{@render box()}{/if}
