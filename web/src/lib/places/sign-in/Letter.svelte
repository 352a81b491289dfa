<script lang="ts">
	/** A letter's code: with it and their name somebody chooses a password. */
	import { goto } from '$app/navigation';
	import { account } from '$lib/app/account';
	import { signed } from '$lib/app/session.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Doorway from '$lib/app/Doorway.svelte';

	let form = $state({ sign_in: '', code: '', password: '' });
</script>

<Doorway title="Your letter">
	<p class="mb-4 text-slate">Your name and your code stand in the letter. The password is yours to choose.</p>
	<Form label="Your letter" send={() => account.takeLetter(form)} ondone={() => goto(signed.home)}>
		<Field
			name="sign_in"
			label="Your name there"
			autocomplete="username"
			bind:value={form.sign_in}
			required
		/>
		<Field
			name="code"
			label="Code"
			placeholder="ABCD-EFGH-JKLM"
			autocomplete="off"
			bind:value={form.code}
			required
		/>
		<Field
			name="password"
			label="Password"
			kind="password"
			hint="at least 10 characters; a few words are good"
			autocomplete="new-password"
			bind:value={form.password}
			required
		/>
		<button class="btn mt-1 h-10 justify-center text-large">Keep it and go in</button>
	</Form>
</Doorway>
