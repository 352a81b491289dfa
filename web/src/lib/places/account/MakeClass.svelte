<script lang="ts">
	/** A teacher makes a class for themselves, where the school lets them; its roster comes next. */
	import { useQueryClient } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import * as fetched from '$lib/api/queries';
	import { account } from '$lib/app/account';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';

	const queries = useQueryClient();
	let form = $state({ name: '', section: '', room: '', times: '' });

	async function make(): Promise<void> {
		const id = await account.makeClass(form);
		await queries.invalidateQueries(fetched.inToday);
		await goto(`/class/${id}/roster`);
	}
</script>

<Form label="Make a class" class="mt-4 flex max-w-160 flex-wrap items-end gap-3" send={make}>
	<div class="min-w-50 flex-1">
		<Field
			name="name"
			label="A class of your own: its name"
			autocomplete="off"
			bind:value={form.name}
			required
		/>
	</div>
	<div class="w-20">
		<Field name="section" label="Section" autocomplete="off" bind:value={form.section} />
	</div>
	<div class="w-30"><Field name="room" label="Room" autocomplete="off" bind:value={form.room} /></div>
	<button class="btn quiet">Make it</button>
</Form>
