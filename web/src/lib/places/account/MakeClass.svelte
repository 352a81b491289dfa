<script lang="ts">
	/** A teacher makes a class for themselves, where the school lets them: an empty one, whose roster comes next, or all of it from a file. */
	import { useQueryClient } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import * as fetched from '$lib/api/queries';
	import type { Shapes } from '$lib/api/client';
	import { account } from '$lib/app/account';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { counted } from '$lib/words/plurals';

	const queries = useQueryClient();
	let form = $state({ name: '', section: '', room: '', times: '' });
	let file = $state<File | null>(null);
	let made = $state<Shapes['FromGradebookOut'] | null>(null);
	const told = $derived(
		made
			? [
					...(made.unknown.length ? [`Not at the school, and left out: ${made.unknown.join(', ')}.`] : []),
					...made.left,
					...made.unlike
				]
			: []
	);

	async function make(): Promise<void> {
		made = null;
		if (!file) {
			const id = await account.makeClass(form);
			await fetched.fetchAnew(queries, fetched.inToday);
			await goto(`/class/${id}/roster`);
			return;
		}
		made = await account.makeFromGradebook({ ...form, text: await file.text() });
		file = null;
		await fetched.fetchAnew(queries, fetched.inToday);
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
	<div class="w-full">
		<Fold title="With what is in a gradebook file" words={file ? file.name : ''}>
			<FileChoose
				label="Choose a gradebook file"
				hint="JSON"
				accept=".json"
				onchoose={(chosen) => (file = chosen)}
			/>
		</Fold>
	</div>
</Form>
{#if made}
	<div class="mt-2 max-w-160 border-l-3 border-juniper bg-juniper-2 px-3 py-2" role="status">
		<p>
			<a class="link" href="/class/{made.id}/plan">The class is made</a>: {counted(made.students, 'student')},
			{counted(made.works, 'piece')} of work, {counted(made.scores, 'score')}.
			{made.unlike.length ? '' : 'Every grade comes to what it is in the file.'}
		</p>
		{#each told as each (each)}<p class="text-amber-ink">{each}</p>{/each}
	</div>
{/if}
