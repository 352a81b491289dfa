<script lang="ts" module>
	/** An act of a menu. Those with a letter are done by it. */
	export interface MenuAct {
		key?: string;
		words: string;
		act: () => void;
	}
</script>

<script lang="ts">
	/** A menu beside what it is about: one letter an act, or along it by the arrows. It stands under the cell, or above it. */
	import { onMount } from 'svelte';

	let {
		acts,
		beside,
		onclose
	}: {
		acts: MenuAct[];
		beside: DOMRect;
		/** It is done with; one may have gone elsewhere already. */
		onclose: (isElsewhere: boolean) => Promise<void> | void;
	} = $props();
	let menu = $state<HTMLElement>();
	let place = $state({ left: 0, top: 0 });

	onMount(() => {
		const { height, width } = menu!.getBoundingClientRect();
		const isBelow = beside.bottom + height < window.innerHeight;
		place = {
			left: Math.max(4, Math.min(beside.left, window.innerWidth - width - 8)),
			top: isBelow ? beside.bottom : Math.max(8, Math.min(beside.top, window.innerHeight - 8) - height)
		};
		menu!.querySelector('button')?.focus();
	});

	async function choose(act: () => void): Promise<void> {
		await onclose(false);
		act();
	}

	/** Who goes elsewhere in the page has done with it; who looks into another window has not. */
	function onfocusout({ target, relatedTarget }: FocusEvent): void {
		const isAway = relatedTarget === null && document.activeElement === target;
		if (!isAway && !menu?.contains(relatedTarget as Node | null)) void onclose(true);
	}

	function onkeydown(event: KeyboardEvent): void {
		event.stopPropagation();
		const found = acts.find((each) => each.key === event.key.toLowerCase());
		if (event.key === 'Escape') void onclose(false);
		else if (found && !event.ctrlKey && !event.metaKey && !event.altKey) void choose(found.act);
		else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') along(event.key === 'ArrowDown' ? 1 : -1);
		else return;
		event.preventDefault();
	}

	function along(by: number): void {
		const items = [...menu!.querySelectorAll('button')];
		const now = items.indexOf(document.activeElement as HTMLButtonElement);
		items.at((now + by) % items.length)?.focus();
	}
</script>

<svelte:window onresize={() => onclose(false)} />
<div
	bind:this={menu}
	class="fixed z-20 grid max-h-[calc(100vh_-_16px)] grid-flow-col grid-rows-[repeat(var(--rows),auto)] overflow-y-auto rounded bg-snow p-1.5 shadow-raised"
	role="menu"
	tabindex="-1"
	aria-label="What can be done here"
	style="left: {place.left}px; top: {place.top}px; --rows: {Math.ceil((acts.length + 1) / 2)}"
	{onkeydown}
	{onfocusout}
>
	{#each acts as each, index (index)}
		<button
			class="flex gap-2 py-1 pr-2.5 pl-1.5 text-left focus:bg-ice focus:outline-none"
			role="menuitem"
			onclick={() => choose(each.act)}
			><span class="w-8"
				>{#if each.key}<kbd>{each.key}</kbd>{/if}</span
			>
			{each.words}</button
		>
	{/each}
	<button
		class="flex gap-2 py-1 pr-2.5 pl-1.5 text-left focus:bg-ice focus:outline-none"
		role="menuitem"
		onclick={() => onclose(false)}><span class="w-8"><kbd>Esc</kbd></span> back</button
	>
</div>
