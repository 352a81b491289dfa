<script lang="ts">
	/** The month that opens beside a day's field. */
	import Popover from '../popover/Popover.svelte';
	import Month from './Month.svelte';

	let {
		open = $bindable(),
		beside,
		back,
		value,
		onpick
	}: {
		open: boolean;
		beside: HTMLElement;
		back: HTMLElement;
		value: string;
		onpick: (day: string) => void;
	} = $props();
</script>

<Popover bind:open {beside} {back}><Month {value} {onpick} /></Popover>
