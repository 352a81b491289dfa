<script lang="ts">
	/** Somebody new: a student, a guardian, a teacher or an officer. */
	import type { Role } from '$lib/api/queries';
	import { notice } from '$lib/app/notice.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { thisKeeping } from '../keeping';
	import { one } from './roles';

	let { role, onadded }: { role: Role; onadded: (id: number) => unknown } = $props();
	const keeping = thisKeeping();
	let form = $state({ given_name: '', family_name: '', number: '', pronouns: 'they', email: '' });
	let made = 0;

	async function send(): Promise<void> {
		const { given_name, family_name, number, pronouns, email } = form;
		made = (
			role === 'student'
				? await keeping.addStudent({ given_name, family_name, official_name: '', number, pronouns })
				: await keeping.addPerson({ role, given_name, family_name, email })
		).id;
	}
</script>

<h2 class="mb-3">A new {one[role]}</h2>
<Form
	label="A new {one[role]}"
	{send}
	ondone={() => {
		notice.say(`${form.given_name} ${form.family_name} is added.`);
		return onadded(made);
	}}
>
	<Field name="given_name" label="Given name" bind:value={form.given_name} required autocomplete="off" />
	<Field name="family_name" label="Family name" bind:value={form.family_name} required autocomplete="off" />
	{#if role === 'student'}
		<Field name="number" label="Number" hint="the next one if empty" bind:value={form.number} />
		<Field
			name="pronouns"
			label="Pronouns"
			hint="she, he, they, or as they give them: xe/xem/xyr"
			bind:value={form.pronouns}
		/>
	{:else}
		<Field
			name="email"
			label="E-mail"
			hint={role === 'guardian' ? 'without one, a letter invites them' : 'where the invitation goes'}
			bind:value={form.email}
			autocomplete="off"
		/>
	{/if}
	<p><button class="btn">Add them</button></p>
</Form>
