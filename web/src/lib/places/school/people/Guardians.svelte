<script lang="ts">
	/** Who is a student's guardian: found among the school's people, or somebody new. */
	import * as fetched from '$lib/api/queries';
	import { createInfiniteQuery } from '@tanstack/svelte-query';
	import { Debounced } from 'runed';
	import { notice } from '$lib/app/notice.svelte';
	import Combobox from '$lib/ui/combobox/Combobox.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { thisKeeping, type Sees, type Student } from '../keeping';

	let { student }: { student: Student } = $props();
	const keeping = thisKeeping();
	const SEES = [
		['all', 'sees all that is shown'],
		['reports', 'sees reports only'],
		['none', 'sees nothing']
	] as const;
	let typed = $state('');
	let isNew = $state(false);
	let form = $state({ given_name: '', family_name: '', email: '' });
	const query = new Debounced(() => typed.trim(), 200);
	const found = createInfiniteQuery(() => ({
		...fetched.people(keeping.school_id, 'guardian', query.current),
		enabled: query.current !== ''
	}));
	const choices = $derived(
		(found.data?.pages[0]?.people ?? []).slice(0, 8).map((each) => ({
			id: each.person!,
			name: `${each.given_name} ${each.family_name}`,
			words: each.email || each.words
		}))
	);
</script>

<h3 class="mt-5 mb-1 text-large">Guardians</h3>
<ul>
	{#each student.guardians as each (each.id)}
		<li class="flex flex-wrap justify-between gap-x-4 border-b border-hair py-1">
			<a class="link min-h-6" href="/school/people?role=guardian&open={each.id}">{each.name}</a>
			<span class="text-slate">{each.words}{each.kept_out ? ', kept out by the student' : ''}</span>
			<Select
				label="What {each.name} sees"
				class="h-7"
				value={each.sees}
				choices={SEES}
				onchange={(sees) => notice.tried(keeping.limitGuardian(student.id, each.id, sees as Sees))}
			/>
			<button class="link min-h-6" onclick={() => notice.tried(keeping.removeGuardian(student.id, each.id))}
				>Take away<span class="sr-only"> {each.name}</span></button
			>
		</li>
	{:else}<li class="text-slate">Nobody yet.</li>{/each}
</ul>
{#if isNew}
	<Form
		label="A new guardian"
		class="mt-2 grid grid-cols-2 gap-2"
		send={() => keeping.addGuardian(student.id, { person: null, ...form })}
		ondone={() => {
			isNew = false;
			form = { given_name: '', family_name: '', email: '' };
		}}
	>
		<Field name="given_name" label="Given name" bind:value={form.given_name} required autocomplete="off" />
		<Field name="family_name" label="Family name" bind:value={form.family_name} required autocomplete="off" />
		<Field name="email" label="E-mail" bind:value={form.email} autocomplete="off" />
		<p class="flex items-end gap-2">
			<button class="btn small">Add</button>
			<button type="button" class="btn quiet small" onclick={() => (isNew = false)}>Leave it</button>
		</p>
	</Form>
{:else}
	<div class="mt-2 flex items-center gap-3">
		<Combobox
			label="Find a guardian by name"
			placeholder="Find by name"
			found={choices}
			isLooking={found.isFetching || query.pending}
			bind:query={typed}
			onchoose={({ id }) =>
				notice.tried(
					keeping.addGuardian(student.id, { person: id, given_name: '', family_name: '', email: '' })
				)}
		/>
		<button class="link whitespace-nowrap" onclick={() => (isNew = true)}>Somebody new</button>
	</div>
{/if}
