<script lang="ts">
	/** A field of a form that is a day. */
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import Field from './Field.svelte';

	let {
		name,
		label,
		value = $bindable(''),
		required = false
	}: { name: string; label: string; value?: string; required?: boolean } = $props();
</script>

<Field {name} {label}>
	{#snippet control({ id, 'aria-invalid': invalid })}
		<DateField {id} bind:value {required} {invalid} />
	{/snippet}
</Field>
