<script lang="ts">
	/** Who is in a class that its teacher keeps the roster of: found by name and taken in, leaving, back again. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { Debounced } from 'runed';
	import type { Shapes } from '$lib/api/client';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { signed } from '$lib/app/session.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Combobox from '$lib/ui/combobox/Combobox.svelte';
	import { longDay } from '$lib/words/days';
	import { counted } from '$lib/words/plurals';
	import { RosterKeeping } from './keeping';

	const here = thisClass();
	let typed = $state('');
	const query = new Debounced(() => typed.trim(), 200);
	const roster = createQuery(() => fetched.ownRoster(here.id));
	const found = createQuery(() => ({
		...fetched.foundForRoster(here.id, query.current),
		enabled: query.current !== ''
	}));
	const students = $derived(roster.data?.students ?? []);
	const present = $derived(students.filter((each) => !each.ends));
	const past = $derived(students.filter((each) => each.ends));

	const keeping = $derived(new RosterKeeping(here.id, here.changing));

	function enrol(student: number, name: string): Promise<void> {
		return notice.tried(keeping.enrol(student), `${name} is in ${roster.data?.name}.`);
	}

	function leave({ student, given_name }: Shapes['RosterRow']): Promise<void> {
		return notice.tried(
			keeping.leave(student, signed.current?.today ?? ''),
			`Today is ${given_name}’s last day in ${roster.data?.name}. All that they have there stays.`
		);
	}
</script>

<main class="max-w-180 px-6 pt-4 pb-12 max-md:px-4">
	{#if roster.isPending}<p class="text-slate" role="status">Opening the roster…</p>
	{:else if !roster.data}<Failed error={roster.error} retry={roster.refetch} />
	{:else}
		<h2 class="mb-2">{counted(present.length, 'student')}</h2>
		<Combobox
			label="Find a student by name or number"
			placeholder="Take a student in: name or number"
			found={(found.data ?? []).map(({ id, name, words }) => ({ id, name, words }))}
			isLooking={found.isFetching || query.pending}
			bind:query={typed}
			onchoose={({ id, name }) => enrol(id, name)}
		/>
		<ul class="mt-2">
			{#each present as each (each.student)}
				<li class="flex min-h-7.5 items-center gap-x-3 border-b border-hair">
					<span class="flex-1"><b class="font-semibold">{each.family_name}</b>, {each.given_name}</span>
					<span class="num text-slate">{each.number}</span>
					<button class="link" onclick={() => leave(each)}
						>Leaves<span class="sr-only">: {each.given_name} {each.family_name}</span></button
					>
				</li>
			{:else}<li class="text-slate">Nobody yet. Find them by name or number.</li>{/each}
		</ul>
		{#if past.length}
			<h3 class="mt-5 mb-1 text-large">{counted(past.length, 'student')} who left</h3>
			<ul>
				{#each past as each (each.student)}
					<li class="flex items-center justify-between gap-3 border-b border-hair py-1">
						{each.family_name}, {each.given_name}
						<span class="text-slate">until {longDay(each.ends!)}</span>
						<button class="link" onclick={() => enrol(each.student, each.given_name)}
							>Is back<span class="sr-only">: {each.given_name}</span></button
						>
					</li>
				{/each}
			</ul>
		{/if}
	{/if}
</main>
