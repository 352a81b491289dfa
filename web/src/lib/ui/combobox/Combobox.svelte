<script lang="ts" generics="T extends { id: number | string; name: string; words?: string }">
	/** Somebody or something found by typing a part of the name, and chosen; the field is empty again then. */
	import { tick } from 'svelte';
	import { Combobox } from 'bits-ui';

	let {
		label,
		found,
		query = $bindable(''),
		onchoose,
		placeholder = '',
		isLooking = false,
		id
	}: {
		label: string;
		/** What fits what was typed, best first. */
		found: readonly T[];
		query?: string;
		onchoose: (chosen: T) => unknown;
		placeholder?: string;
		/** Whether what fits is being looked for still. */
		isLooking?: boolean;
		id?: string;
	} = $props();
	let isOpen = $state(false);
	let field = $state<HTMLInputElement | null>(null);

	async function choose(value: string): Promise<void> {
		const chosen = found.find((each) => String(each.id) === value);
		if (!chosen) return;
		query = '';
		onchoose(chosen);
		// The part would show whom one chose; here they stand elsewhere, and the next is looked for.
		await tick();
		if (field) field.value = '';
	}
</script>

<Combobox.Root
	type="single"
	bind:open={isOpen}
	inputValue={query}
	bind:value={() => '', (value) => void choose(value)}
>
	<Combobox.Input
		bind:ref={field}
		{id}
		class="field"
		aria-label={label}
		{placeholder}
		autocomplete="off"
		oninput={(event) => {
			query = event.currentTarget.value;
			isOpen = query.trim() !== '';
		}}
	/>
	<Combobox.Portal>
		<Combobox.Content
			sideOffset={2}
			align="start"
			class="z-50 max-h-80 w-(--bits-combobox-anchor-width) min-w-64 overflow-y-auto rounded bg-snow p-1 text-body shadow-raised"
		>
			{#each found as each (each.id)}
				<Combobox.Item
					value={String(each.id)}
					label={each.name}
					class="flex min-h-7 cursor-default items-baseline justify-between gap-3 rounded-[2px] px-2 py-1 data-highlighted:bg-ice"
					><span>{each.name}</span><span class="text-small text-slate">{each.words ?? ''}</span
					></Combobox.Item
				>
			{:else}<p class="px-2 py-1 text-slate" role="status">
					{isLooking ? 'Looking…' : 'Nothing of that name.'}
				</p>{/each}
		</Combobox.Content>
	</Combobox.Portal>
</Combobox.Root>
