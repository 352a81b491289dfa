<script lang="ts">
	/** A Select that somebody opens for the first time: its field, which has the focus, with the list under it. */
	import { onMount, tick, type Snippet } from 'svelte';
	import { Select } from 'bits-ui';
	import { byHeading, type Choice, type ListField } from './choices';

	let {
		choices,
		value,
		barred,
		field,
		face,
		choose
	}: {
		choices: readonly Choice[];
		value: string;
		/** What stands there and cannot be chosen now. */
		barred: readonly string[];
		field: ListField;
		/** What stands in the field. */
		face: Snippet;
		choose: (value: string) => void;
	} = $props();
	let isOpen = $state(false);
	let trigger = $state<HTMLElement | null>(null);

	onMount(async () => {
		trigger?.focus();
		await tick();
		isOpen = true;
	});
</script>

<Select.Root type="single" disabled={field.disabled} bind:open={isOpen} bind:value={() => value, choose}>
	<Select.Trigger
		{...field}
		bind:ref={trigger}
		onkeydown={(event) => {
			if (!isOpen && event.key.length === 1) field.onkeydown(event);
		}}
	>
		{@render face()}
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
