<script lang="ts">
	/** The school's OpenID Connect provider, as it describes itself; it is kept once it answers. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { thisKeeping } from '../keeping';

	let { set }: { set: Shapes['SigningInOut'] } = $props();
	const keeping = thisKeeping();
	// svelte-ignore state_referenced_locally (the form begins with what is kept, and is made anew for another)
	let form = $state({
		name: set.provider?.name ?? '',
		issuer: set.provider?.issuer ?? '',
		client_id: set.provider?.client_id ?? '',
		client_secret: ''
	});
</script>

<Form
	label="The school’s own accounts"
	class="grid max-w-160 grid-cols-2 gap-3 max-md:grid-cols-1"
	send={() => keeping.provider({ ...form, client_secret: form.client_secret || null })}
	ondone={() => {
		form.client_secret = '';
		notice.say('The provider answers, and is kept. Its button stands on the first page.');
	}}
>
	<Field
		name="name"
		label="What people call the account"
		placeholder="school account"
		bind:value={form.name}
		required
	/>
	<Field
		name="issuer"
		label="Issuer"
		placeholder="https://accounts.school.example"
		hint="the address by which the provider names itself"
		bind:value={form.issuer}
		required
	/>
	<Field name="client_id" label="Client id" autocomplete="off" bind:value={form.client_id} required />
	<Field
		name="client_secret"
		label="Client secret"
		kind="password"
		hint={set.provider ? 'empty: the one that is kept' : ''}
		autocomplete="off"
		bind:value={form.client_secret}
		required={!set.provider}
	/>
	<p class="col-span-full text-slate">
		The provider has to know that it sends people back to
		<span class="break-all text-ink">{set.answer_address}</span>
	</p>
	<p class="col-span-full flex gap-2">
		<button class="btn">Keep it</button>
		{#if set.provider}<button
				type="button"
				class="btn quiet"
				onclick={() =>
					notice.tried(keeping.forgetProvider(), 'Nobody signs in through the provider any more.')}
				>Do without</button
			>{/if}
	</p>
</Form>
