<script lang="ts">
	/** A letter's code: with it and their name somebody chooses a password. */
	import { goto } from '$app/navigation';
	import { account } from '$lib/app/account';
	import { signed } from '$lib/app/session.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Doorway from '$lib/app/Doorway.svelte';
	import { t } from '$lib/words/door';

	let form = $state({ sign_in: '', code: '', password: '' });
</script>

<Doorway title={$t('letter.title')}>
	<p class="mb-4 text-slate">{$t('letter.words')}</p>
	<Form label={$t('letter.title')} send={() => account.takeLetter(form)} ondone={() => goto(signed.home)}>
		<Field
			name="sign_in"
			label={$t('letter.name')}
			autocomplete="username"
			bind:value={form.sign_in}
			required
		/>
		<Field
			name="code"
			label={$t('letter.code')}
			placeholder="ABCD-EFGH-JKLM"
			autocomplete="off"
			bind:value={form.code}
			required
		/>
		<Field
			name="password"
			label={$t('sign_in.password')}
			kind="password"
			hint={$t('password.hint')}
			autocomplete="new-password"
			bind:value={form.password}
			required
		/>
		<button class="btn mt-1 h-10 justify-center text-large">{$t('password.keep')}</button>
	</Form>
</Doorway>
