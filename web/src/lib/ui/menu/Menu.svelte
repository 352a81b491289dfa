<script lang="ts" module>
	/** An act of a menu. Those with a letter are done by it. */
	export interface MenuAct {
		key?: string;
		words: string;
		act: () => void;
	}
</script>

<script lang="ts">
	/** A menu beside what it is about, while it is open; its code comes before that, once the page has nothing else to do. */
	import Later from '../Later.svelte';

	let {
		acts,
		beside,
		onclose
	}: {
		acts: MenuAct[];
		/** What it stands beside; null while it is closed. */
		beside: DOMRect | null;
		/** It is done with; one may have gone elsewhere already. */
		onclose: (isElsewhere: boolean) => Promise<void> | void;
	} = $props();
	let menu = $state<HTMLElement | null>(null);

	async function choose(act: () => void): Promise<void> {
		await onclose(false);
		act();
	}

	/** The letter that comes next is the menu's, however fast it comes. */
	function onkeydown(event: KeyboardEvent): void {
		// No key but Esc, which the menu waits for further out, means anything else meanwhile.
		if (event.key !== 'Escape' || !menu) event.stopPropagation();
		if (event.ctrlKey || event.metaKey || event.altKey) return;
		const found = acts.find((each) => each.key === event.key.toLowerCase());
		if (!found && menu) return;
		event.preventDefault();
		if (found) void choose(found.act);
		else if (event.key === 'Escape') void onclose(false);
	}
</script>

<svelte:window
	onkeydowncapture={(event) => {
		if (beside && !menu) onkeydown(event);
	}}
	onpointerdowncapture={() => {
		// Whoever goes elsewhere before the menu has come has done with it.
		if (beside && !menu) void onclose(true);
	}}
/>
<Later part={() => import('./OpenMenu.svelte')} when={beside !== null}>
	{#snippet children(OpenMenu)}
		{#if beside}<OpenMenu bind:menu {acts} {beside} {choose} {onkeydown} {onclose} />{/if}
	{/snippet}
</Later>
