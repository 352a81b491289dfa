<script lang="ts">
	/** What the school says of sending: what goes, when, who chooses, and what becomes of the register's rosters at night. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { thisKeeping } from '../keeping';

	let { sending }: { sending: Shapes['SchoolSendingOut'] } = $props();
	const keeping = thisKeeping();
	// svelte-ignore state_referenced_locally (the form begins with what is kept)
	let form = $state({
		sends_work: sending.sends_work,
		hour: String(sending.hour),
		when: sending.when as string,
		teachers_choose: sending.teachers_choose,
		rosters: sending.rosters as string
	});
	const hours = Array.from({ length: 24 }, (_, hour) => [String(hour), `${hour}:00`] as const);

	function send() {
		return keeping.sending({ ...form, hour: Number(form.hour) } as Shapes['SchoolSendingIn']);
	}
</script>

<section aria-labelledby="when-sending">
	<h2 class="mb-1" id="when-sending">What goes, and when</h2>
	<Form
		label="What goes, and when"
		class="grid max-w-160 grid-cols-2 gap-3 max-md:grid-cols-1"
		{send}
		ondone={() => notice.say('Kept.')}
	>
		<Check class="col-span-full" bind:checked={form.sends_work}
			>Assignments with their scores go, beside posted grades and comments</Check
		>
		<Field name="when" label="What is new goes">
			{#snippet control(given)}
				<Select
					id={given.id}
					bind:value={form.when}
					choices={[
						['night', 'every night'],
						['posting', 'after each posting'],
						['asked', 'only when the teacher says']
					]}
				/>
			{/snippet}
		</Field>
		<Field name="hour" label="The night begins at">
			{#snippet control(given)}<Select id={given.id} bind:value={form.hour} choices={hours} />{/snippet}
		</Field>
		<Check class="col-span-full" bind:checked={form.teachers_choose}
			>Teachers may choose another time for their classes</Check
		>
		<Field name="rosters" label="The register’s rosters at night">
			{#snippet control(given)}
				<Select
					id={given.id}
					bind:value={form.rosters}
					choices={[
						['asked', 'are left alone'],
						['draft', 'become a draft for you'],
						['applied', 'are taken over']
					]}
				/>
			{/snippet}
		</Field>
		<p class="col-span-full"><button class="btn">Keep it</button></p>
	</Form>
</section>
