<script lang="ts">
	/** One of several, chosen from a list: a click, Enter, Space or an arrow opens it; letters choose without opening it. */
	import type { ClassValue } from 'svelte/elements';
	import { Select } from 'bits-ui';
	import { byHeading, Letters, type Choice } from './choices';

	let {
		choices,
		value = $bindable(''),
		onchange,
		placeholder = '',
		label,
		id,
		invalid,
		disabled = false,
		barred = [],
		class: looks = 'field'
	}: {
		choices: readonly Choice[];
		value?: string;
		/** Somebody chose; what is shown then is the value that comes back. Without it, `value` is bound. */
		onchange?: (value: string) => void;
		/** What stands there while nothing is chosen. */
		placeholder?: string;
		/** Its name, where no label stands around it. */
		label?: string;
		id?: string;
		invalid?: 'true' | undefined;
		disabled?: boolean;
		/** What stands there and cannot be chosen now. */
		barred?: readonly string[];
		/** How it looks where it stands. */
		class?: ClassValue;
	} = $props();

	const items = $derived(
		choices.map(([value, words]) => ({
			value: String(value),
			label: words,
			disabled: barred.includes(String(value))
		}))
	);
	const chosen = $derived(items.find((each) => each.value === value));

	let isOpen = $state(false);
	const letters = new Letters();

	function onkeydown(event: KeyboardEvent): void {
		if (
			isOpen ||
			event.key.length !== 1 ||
			event.key === ' ' ||
			event.ctrlKey ||
			event.metaKey ||
			event.altKey
		)
			return;
		event.preventDefault();
		const next = letters.lead(
			event.key,
			items.filter((each) => !each.disabled),
			value
		);
		if (next !== undefined && next !== value) choose(next);
	}

	function choose(next: string): void {
		if (onchange) onchange(next);
		else value = next;
	}
</script>

<Select.Root type="single" {disabled} bind:open={isOpen} bind:value={() => value, choose}>
	<Select.Trigger
		{id}
		role="combobox"
		{onkeydown}
		onblur={() => letters.end()}
		aria-label={label}
		aria-invalid={invalid}
		class={[
			'inline-flex items-center gap-1.5 text-left disabled:text-slate aria-expanded:border-juniper',
			looks
		]}
	>
		<span class="min-w-0 flex-1 truncate" title={chosen?.label}>{chosen?.label ?? placeholder}</span>
		<svg class="h-1.5 w-2.5 flex-none stroke-slate" viewBox="0 0 10 6" fill="none" aria-hidden="true">
			<path d="M1 1l4 4 4-4" stroke-width="1.5" />
		</svg>
	</Select.Trigger>
	<Select.Portal>
		<Select.Content
			sideOffset={2}
			align="start"
			class="z-50 max-h-(--bits-select-content-available-height) min-w-(--bits-select-anchor-width) overflow-y-auto rounded bg-snow p-1 text-body shadow-raised"
		>
			{#each byHeading(choices) as group (group.heading)}
				<Select.Group>
					{#if group.heading}
						<Select.GroupHeading class="px-2 pt-1.5 pb-0.5 text-small text-slate"
							>{group.heading}</Select.GroupHeading
						>
					{/if}
					{#each group.choices as [value, words] (value)}
						<Select.Item
							value={String(value)}
							label={words}
							disabled={barred.includes(String(value))}
							class="flex min-h-7 cursor-default items-center rounded-[2px] border-l-3 border-transparent px-2 py-0.5 aria-selected:border-juniper aria-selected:font-semibold data-disabled:text-slate data-highlighted:bg-ice"
							>{words}</Select.Item
						>
					{/each}
				</Select.Group>
			{/each}
		</Select.Content>
	</Select.Portal>
</Select.Root>
