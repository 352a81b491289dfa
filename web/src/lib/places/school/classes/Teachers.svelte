<script lang="ts">
	/** Who teaches a class: one who leads, colleagues, and a stand-in from one day to another. */
	import * as fetched from '$lib/api/queries';
	import { createInfiniteQuery } from '@tanstack/svelte-query';
	import { Debounced } from 'runed';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Combobox from '$lib/ui/combobox/Combobox.svelte';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import { thisKeeping, type SchoolClass } from '../keeping';

	let { one }: { one: SchoolClass } = $props();
	const keeping = thisKeeping();
	let typed = $state('');
	/** Whose days are being set. */
	let dated = $state<number | null>(null);
	const query = new Debounced(() => typed.trim(), 200);
	const found = createInfiniteQuery(() => ({
		...fetched.people(keeping.school_id, 'teacher', query.current),
		enabled: query.current !== ''
	}));
	const choices = $derived(
		(found.data?.pages[0]?.people ?? [])
			.filter((each) => each.is_active && !one.teachers.some((other) => other.person === each.person))
			.slice(0, 8)
			.map((each) => ({
				id: each.person!,
				name: `${each.given_name} ${each.family_name}`,
				words: each.words
			}))
	);

	function set(teachers: Shapes['TeachingIn'][]): Promise<void> {
		return notice.tried(keeping.schoolClass(one.id, { teachers }));
	}
	const given = (but: number | null = null): Shapes['TeachingIn'][] =>
		one.teachers
			.filter((each) => each.person !== but)
			.map(({ person, leads, starts, ends }) => ({ person, leads, starts, ends }));

	function change(person: number, days: { starts?: string | null; ends?: string | null }): Promise<void> {
		return set(given().map((each) => (each.person === person ? { ...each, ...days } : each)));
	}

	function lead(person: number): Promise<void> {
		return set(given().map((each) => ({ ...each, leads: each.person === person })));
	}
</script>

<h3 class="mt-5 mb-1 text-large">Teachers</h3>
<ul>
	{#each one.teachers as each (each.person)}
		<li class="border-b border-hair py-1">
			<div class="flex flex-wrap items-baseline gap-x-4">
				<span class="flex-1">{each.name}</span>
				{#if each.leads}<span class="text-slate">leads</span>
				{:else}<button class="link" onclick={() => lead(each.person)}
						>Leads<span class="sr-only">: {each.name}</span></button
					>{/if}
				<button class="link" onclick={() => (dated = dated === each.person ? null : each.person)}
					>{each.starts || each.ends ? 'Stands in' : 'For some days'}<span class="sr-only">: {each.name}</span
					></button
				>
				<button class="link" onclick={() => set(given(each.person))}
					>Take away<span class="sr-only"> {each.name}</span></button
				>
			</div>
			{#if dated === each.person || each.starts || each.ends}
				<div class="mt-1 mb-1.5 flex gap-3">
					<label
						><span class="label">Teaches it from</span><DateField
							value={each.starts ?? ''}
							onchange={(day) => change(each.person, { starts: day || null })}
						/></label
					>
					<label
						><span class="label">until</span><DateField
							value={each.ends ?? ''}
							onchange={(day) => change(each.person, { ends: day || null })}
						/></label
					>
				</div>
			{/if}
		</li>
	{:else}<li class="text-amber-ink">Nobody yet.</li>{/each}
</ul>
<div class="mt-2">
	<Combobox
		label="Find a teacher by name"
		placeholder="Find a teacher by name"
		found={choices}
		isLooking={found.isFetching || query.pending}
		bind:query={typed}
		onchoose={({ id }) =>
			set([...given(), { person: id, leads: one.teachers.length === 0, starts: null, ends: null }])}
	/>
</div>
