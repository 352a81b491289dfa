<script lang="ts">
	/** The two fields by which a person is known, as the browser's own store of passwords expects them. */
	import Field from '$lib/ui/form/Field.svelte';

	let { name = $bindable(), password = $bindable() }: { name: string; password: string } = $props();
</script>

<Field name="sign_in" label="Name" autocomplete="username" bind:value={name} required />
<Field
	name="password"
	label="Password"
	kind="password"
	autocomplete="current-password"
	bind:value={password}
	required
/>
