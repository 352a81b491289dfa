<script lang="ts">
	/** The fields by which a person is known, as the browser's own store of passwords expects them; a code only once it is asked for. */
	import Field from '$lib/ui/form/Field.svelte';
	import type { Entering } from './entering.svelte';
	import { signed } from './session.svelte';

	let { entering }: { entering: Entering } = $props();
</script>

<Field name="sign_in" label="Name" autocomplete="username" bind:value={entering.name} required />
<Field
	name="password"
	label="Password"
	kind="password"
	autocomplete="current-password"
	bind:value={entering.password}
	required
/>
{#if entering.asksCode}
	<Field
		name="code"
		label="Code of your authenticator app"
		hint="six digits; or one of your recovery codes"
		autocomplete="one-time-code"
		bind:value={entering.code}
		required
	/>
{/if}
{#if signed.isInLine}<p class="text-slate" role="status">
		Many are signing in just now; you are next in a moment.
	</p>{/if}
