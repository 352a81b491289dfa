<script lang="ts">
	/** Where the register is, and with what it is asked. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { thisKeeping } from '../keeping';

	let { register }: { register: Shapes['RegisterOut'] | null } = $props();
	const keeping = thisKeeping();
	// svelte-ignore state_referenced_locally (the form begins with what is kept, and is made anew for another)
	let form = $state({
		address: register?.address ?? '',
		token_address: register?.token_address ?? '',
		client_id: register?.client_id ?? '',
		client_secret: '',
		org: register?.org ?? ''
	});
</script>

<Form
	label="How the register is reached"
	class="grid max-w-160 grid-cols-2 gap-3 max-md:grid-cols-1"
	send={() => keeping.register({ ...form, client_secret: form.client_secret || null })}
	ondone={() => {
		form.client_secret = '';
		notice.say('Kept.');
	}}
>
	<Field
		name="address"
		label="Address"
		placeholder="https://register.school.example"
		hint="without /ims/oneroster and what follows"
		bind:value={form.address}
		required
	/>
	<Field
		name="token_address"
		label="Address for tokens"
		placeholder="https://register.school.example/token"
		bind:value={form.token_address}
		required
	/>
	<Field name="client_id" label="Client id" autocomplete="off" bind:value={form.client_id} required />
	<Field
		name="client_secret"
		label="Client secret"
		kind="password"
		hint={register ? 'empty: the one that is kept, for the same addresses' : ''}
		autocomplete="off"
		bind:value={form.client_secret}
		required={!register}
	/>
	<Field
		name="org"
		label="The school’s identifier there"
		hint="only where the register holds several schools"
		autocomplete="off"
		bind:value={form.org}
	/>
	<p class="col-span-full flex gap-2">
		<button class="btn">Keep it</button>
		{#if register}<button
				type="button"
				class="btn quiet"
				onclick={() => notice.tried(keeping.forgetRegister(), 'Nothing is asked of the register any more.')}
				>Do without</button
			>{/if}
	</p>
</Form>
