<script lang="ts">
	/** A form with two fields, for tests. */
	import DayField from '$lib/ui/form/DayField.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';

	let {
		send,
		ondone
	}: { send: (year: { name: string; starts: string }) => Promise<unknown>; ondone: () => void } = $props();
	let year = $state({ name: '', starts: '' });
</script>

<Form label="New school year" send={() => send($state.snapshot(year))} {ondone}>
	<Field name="name" label="Name" hint="such as 2032/33" bind:value={year.name} />
	<DayField name="starts" label="First day" bind:value={year.starts} />
	<button>Make it</button>
</Form>
