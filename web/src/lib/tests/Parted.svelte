<script lang="ts">
	/** The parts that open or change beside something, in a page with something of each. */
	import Popover from '$lib/ui/popover/Popover.svelte';
	import Tabs from '$lib/ui/tabs/Tabs.svelte';
	import Tooltip from '$lib/ui/tooltip/Tooltip.svelte';

	let { words = 'four moves in a row' }: { words?: string } = $props();
	let way = $state<'one' | 'many'>('one');
	let [field, button] = $state<[HTMLInputElement?, HTMLElement?]>([]);
	let isOpen = $state(false);
</script>

<Tabs
	label="How many"
	choices={[
		['one', 'One'],
		['many', 'Many']
	]}
	bind:value={way}
>
	{#snippet panel(shown)}<p>Panel of {shown}</p>{/snippet}
</Tabs>
<input aria-label="A day" bind:this={field} />
<button bind:this={button} onclick={() => (isOpen = !isOpen)}>Choose</button>
{#if button && field}
	<Popover bind:open={isOpen} beside={button} back={field}><p>What is chosen from</p></Popover>
{/if}
<Tooltip {words}>
	{#snippet trigger({ props })}<button {...props}>Steady</button>{/snippet}
</Tooltip>
