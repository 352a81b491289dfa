<script lang="ts">
	/** Somebody forgot their password: a link is written to them, and nobody is told whether there is such a person. */
	import { account } from '$lib/app/account';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Doorway from '$lib/app/Doorway.svelte';
	import { t } from '$lib/words/door';

	let sign_in = $state('');
	let isAsked = $state(false);
</script>

<Doorway title={$t('forgotten.title')}>
	{#if isAsked}
		<p class="text-large leading-6" role="status">{$t('forgotten.asked', { name: sign_in })}</p>
		<p class="mt-4"><a class="link" href="/sign-in">{$t('forgotten.back')}</a></p>
	{:else}
		<p class="mb-4 text-slate">{$t('forgotten.words')}</p>
		<Form label={$t('forgotten.title')} send={() => account.forget(sign_in)} ondone={() => (isAsked = true)}>
			<Field
				name="sign_in"
				label={$t('sign_in.name')}
				autocomplete="username"
				bind:value={sign_in}
				required
			/>
			<button class="btn mt-1 h-10 justify-center text-large">{$t('forgotten.do')}</button>
		</Form>
		<p class="mt-4"><a class="link" href="/letter">{$t('sign_in.letter')}</a></p>
	{/if}
</Doorway>
