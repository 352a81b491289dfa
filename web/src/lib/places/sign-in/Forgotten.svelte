<script lang="ts">
	/** Somebody forgot their password: a link is written to them, and nobody is told whether there is such a person. */
	import { account } from '$lib/app/account';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Doorway from '$lib/app/Doorway.svelte';

	let sign_in = $state('');
	let isAsked = $state(false);
</script>

<Doorway title="A new password">
	{#if isAsked}
		<p class="text-large leading-6" role="status">
			If somebody signs in as “{sign_in}” and their e-mail address is known, a link is on its way to it. Who
			has no address gets a letter from the school.
		</p>
		<p class="mt-4"><a class="link" href="/sign-in">Back to signing in</a></p>
	{:else}
		<p class="mb-4 text-slate">A link to choose another password goes to your e-mail address.</p>
		<Form label="A new password" send={() => account.forget(sign_in)} ondone={() => (isAsked = true)}>
			<Field name="sign_in" label="Name" autocomplete="username" bind:value={sign_in} required />
			<button class="btn mt-1 h-10 justify-center text-large">Write to me</button>
		</Form>
		<p class="mt-4"><a class="link" href="/letter">I have a letter with a code</a></p>
	{/if}
</Doorway>
