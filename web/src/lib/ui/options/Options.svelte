<script lang="ts" generics="T extends string">
	/** One of a few, all of them in sight, one under the other. */
	import type { Snippet } from 'svelte';
	import type { ClassValue } from 'svelte/elements';
	import { RadioGroup } from 'bits-ui';
	import { Latest } from '$lib/ui/latest.svelte';

	let {
		label,
		choices,
		value = $bindable(),
		onchange,
		row = 'flex min-h-6 items-center gap-2',
		class: looks,
		beside
	}: {
		label: string;
		choices: readonly (readonly [value: T, words: string])[];
		value: T;
		/** Somebody chose: that is shown until what it gives is settled, then what came back. Without it, `value` is bound. */
		onchange?: (value: T) => unknown;
		/** How each of them lies. */
		row?: ClassValue;
		class?: ClassValue;
		/** What stands beside one, past its words. */
		beside?: Snippet<[T]>;
	} = $props();

	const latest = new Latest<T>(
		() => value,
		async (next) => onchange?.(next)
	);

	function choose(next: string): void {
		if (onchange) void latest.change(() => next as T);
		else value = next as T;
	}
</script>

<RadioGroup.Root class={looks} aria-label={label} bind:value={() => latest.now, choose}>
	{#each choices as [each, words] (each)}
		<label class={row}>
			<RadioGroup.Item
				value={each}
				class="inline-flex size-3.5 flex-none items-center justify-center rounded-full border border-slate bg-snow data-[state=checked]:border-4 data-[state=checked]:border-juniper"
			/>
			<span>{words}</span>
			{@render beside?.(each)}
		</label>
	{/each}
</RadioGroup.Root>
