<script lang="ts">
	/** The fields by which a person is known, as the browser's own store of passwords expects them; a code only once it is asked for. */
	import Field from '$lib/ui/form/Field.svelte';
	import { t } from '$lib/words/door';
	import type { Entering } from './entering.svelte';
	import { signed } from './session.svelte';

	let { entering }: { entering: Entering } = $props();
</script>

<Field
	name="sign_in"
	label={$t('sign_in.name')}
	autocomplete="username"
	bind:value={entering.name}
	required
/>
<Field
	name="password"
	label={$t('sign_in.password')}
	kind="password"
	autocomplete="current-password"
	bind:value={entering.password}
	required
/>
{#if entering.asksCode}
	<Field
		name="code"
		label={$t('sign_in.code')}
		hint={$t('sign_in.code_hint')}
		autocomplete="one-time-code"
		bind:value={entering.code}
		required
	/>
{/if}
{#if signed.isInLine}<p class="text-slate" role="status">{$t('sign_in.in_line')}</p>{/if}
