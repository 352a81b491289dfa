<script lang="ts">
	/** Something that is on or off and takes effect at once, with its words beside it; what is kept with a form is a `Check`. */
	import type { Snippet } from 'svelte';
	import type { ClassValue } from 'svelte/elements';
	import { Switch } from 'bits-ui';
	import { Latest } from '$lib/ui/latest.svelte';

	let {
		checked,
		onchange,
		label,
		class: looks,
		children
	}: {
		checked: boolean;
		/** Somebody turned it: that is shown until what it gives is settled, then what came back. */
		onchange: (isOn: boolean) => unknown;
		/** Its name, where no words stand beside it. */
		label?: string;
		class?: ClassValue;
		children?: Snippet;
	} = $props();

	const latest = new Latest(
		() => checked,
		async (isOn) => onchange(isOn)
	);
</script>

{#snippet lever()}
	<Switch.Root
		class="group inline-flex h-4 w-7 flex-none items-center rounded-[3px] border border-slate bg-snow p-0.5 align-middle data-[state=checked]:border-juniper data-[state=checked]:bg-juniper"
		aria-label={label}
		bind:checked={() => latest.now, (isOn) => void latest.change(() => isOn)}
	>
		<Switch.Thumb
			class="block h-full w-2.5 rounded-[1px] border border-slate bg-slate data-[state=checked]:ml-auto data-[state=checked]:border-on-juniper data-[state=checked]:bg-on-juniper"
		/>
	</Switch.Root>
{/snippet}

{#if children}
	<label class={['flex min-h-6 items-center gap-2', looks]}>
		{@render lever()}
		<span class="min-w-0 flex-1">{@render children()}</span>
	</label>
{:else}{@render lever()}{/if}
