<script lang="ts">
	/** A day that is bound, as forms have it. */
	import DateField from './DateField.svelte';

	let { day }: { day: string } = $props();
</script>

<DateField label="Due" bind:value={day} />
<output>{day}</output>
