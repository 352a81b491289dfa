<script lang="ts">
	/** A Combobox that can show what fits what is typed. */
	import { onMount, tick } from 'svelte';
	import { Combobox } from 'bits-ui';
	import type { FieldOfFound, Found } from './found';

	let {
		field,
		found,
		query = $bindable(''),
		choose,
		isLooking,
		isIn
	}: {
		field: FieldOfFound;
		found: readonly Found[];
		query: string;
		choose: (id: string) => void;
		isLooking: boolean;
		/** Whether one is in the field already, and has typed in it, as this comes. */
		isIn: boolean;
	} = $props();
	let isOpen = $state(false);
	let input = $state<HTMLInputElement | null>(null);

	onMount(async () => {
		if (!isIn) return;
		input?.focus();
		input?.setSelectionRange(query.length, query.length);
		await tick();
		isOpen = query.trim() !== '';
	});

	async function take(value: string): Promise<void> {
		choose(value);
		// The part would show whom one chose; here they stand elsewhere, and the next is looked for.
		await tick();
		if (input) input.value = '';
	}
</script>

<Combobox.Root
	type="single"
	bind:open={isOpen}
	inputValue={query}
	bind:value={() => '', (value) => void take(value)}
>
	<Combobox.Input
		{...field}
		bind:ref={input}
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
