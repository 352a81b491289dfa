<script lang="ts">
	/** A menu beside what it is about: one letter an act, or along it by the arrows. It stands under the cell, or above it. */
	import { flushSync, onMount } from 'svelte';
	import { DropdownMenu } from 'bits-ui';
	import type { MenuAct } from './Menu.svelte';

	let {
		menu = $bindable(),
		acts,
		beside,
		choose,
		onkeydown,
		onclose
	}: {
		/** The menu itself, while it is there. */
		menu: HTMLElement | null;
		acts: MenuAct[];
		beside: DOMRect;
		choose: (act: () => void) => Promise<void>;
		onkeydown: (event: KeyboardEvent) => void;
		/** It is done with; one may have gone elsewhere already. */
		onclose: (isElsewhere: boolean) => Promise<void> | void;
	} = $props();
	let place = $state({ left: 0, top: 0 });
	const back: MenuAct = { key: 'Esc', words: 'back', act: () => undefined };

	// It has the focus as soon as it is there: the letter that comes next is the menu's, however fast it comes.
	onMount(() => {
		const { height, width } = menu!.getBoundingClientRect();
		const isBelow = beside.bottom + height < window.innerHeight;
		place = {
			left: Math.max(4, Math.min(beside.left, window.innerWidth - width - 8)),
			top: isBelow ? beside.bottom : Math.max(8, Math.min(beside.top, window.innerHeight - 8) - height)
		};
		menu!.querySelector<HTMLElement>('[role=menuitem]')?.focus();
	});

	/** Who goes elsewhere in the page has done with it; who looks into another window has not. */
	function onfocusout({ target, relatedTarget }: FocusEvent): void {
		const isAway = relatedTarget === null && document.activeElement === target;
		if (isAway || menu?.contains(relatedTarget as Node | null)) return;
		void onclose(true);
		// It is gone before the focus arrives where it goes, and cannot draw it back.
		flushSync();
	}
</script>

<svelte:window onresize={() => onclose(false)} />
<DropdownMenu.Root bind:open={() => true, () => undefined}>
	<DropdownMenu.ContentStatic
		bind:ref={menu}
		class="fixed z-20 grid max-h-[calc(100vh_-_16px)] grid-flow-col grid-rows-[repeat(var(--rows),auto)] overflow-y-auto rounded bg-snow p-1.5 shadow-raised outline-none"
		aria-label="What can be done here"
		style="left: {place.left}px; top: {place.top}px; --rows: {Math.ceil((acts.length + 1) / 2)}"
		loop
		preventScroll={false}
		{onkeydown}
		{onfocusout}
		onOpenAutoFocus={(event) => event.preventDefault()}
		onCloseAutoFocus={(event) => event.preventDefault()}
		onEscapeKeydown={() => onclose(false)}
		onInteractOutside={() => onclose(true)}
	>
		{#each [...acts, back] as each, index (index)}
			<DropdownMenu.Item
				class="flex cursor-default gap-2 py-1 pr-2.5 pl-1.5 text-left outline-none data-highlighted:bg-ice"
				textValue={each.words}
				onSelect={() => choose(each.act)}
				><span class="w-8"
					>{#if each.key}<kbd>{each.key}</kbd>{/if}</span
				>
				{each.words}</DropdownMenu.Item
			>
		{/each}
	</DropdownMenu.ContentStatic>
</DropdownMenu.Root>
