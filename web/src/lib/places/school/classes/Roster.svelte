<script lang="ts">
	/** Who is in a class: found by name and taken in, leaving on a day, back again, or over to another section. */
	import * as fetched from '$lib/api/queries';
	import { createInfiniteQuery } from '@tanstack/svelte-query';
	import { Debounced } from 'runed';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Combobox from '$lib/ui/combobox/Combobox.svelte';
	import { signed } from '$lib/app/session.svelte';
	import { longDay } from '$lib/words/days';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping, type SchoolClass } from '../keeping';
	import Later from '$lib/ui/Later.svelte';

	let { one }: { one: SchoolClass } = $props();
	const keeping = thisKeeping();
	let typed = $state('');
	let moving = $state<Shapes['RosterRow'] | null>(null);
	const query = new Debounced(() => typed.trim(), 200);
	const found = createInfiniteQuery(() => ({
		...fetched.people(keeping.school_id, 'student', query.current),
		enabled: query.current !== ''
	}));
	const here = $derived(one.roster.filter((each) => !each.ends));
	const past = $derived(one.roster.filter((each) => each.ends));
	const choices = $derived(
		(found.data?.pages[0]?.people ?? [])
			.filter((each) => each.is_active && !here.some((other) => other.student === each.student))
			.slice(0, 8)
			.map((each) => ({
				id: each.student!,
				name: `${each.given_name} ${each.family_name}`,
				words: `${each.number}, ${each.words}`
			}))
	);

	function enrol(student: number, name: string): Promise<void> {
		return notice.tried(
			keeping.enrol(one.id, { students: [student], day: null }),
			`${name} is in ${one.name}.`
		);
	}

	function leave({ student, given_name }: Shapes['RosterRow']): Promise<void> {
		const day = signed.current?.today ?? '';
		return notice.tried(
			keeping.leave(one.id, { students: [student], day }),
			`Today is ${given_name}’s last day in ${one.name}. All that they have there stays.`
		);
	}
</script>

<h3 class="mt-5 mb-1 text-large">{counted(here.length, 'student')}</h3>
<Combobox
	label="Find a student by name or number"
	placeholder="Take a student in: name or number"
	found={choices}
	isLooking={found.isFetching || query.pending}
	bind:query={typed}
	onchoose={({ id, name }) => enrol(id, name)}
/>
<ul class="mt-2">
	{#each here as each (each.student)}
		<li class="flex min-h-7.5 items-center gap-x-3 border-b border-hair">
			<a class="flex-1" href="/school/people?role=student&open={each.student}"
				><b class="font-semibold">{each.family_name}</b>, {each.given_name}</a
			>
			<span class="num text-slate">{each.number}</span>
			<button class="link" onclick={() => (moving = each)}
				>Section…<span class="sr-only"> of {each.given_name} {each.family_name}</span></button
			>
			<button class="link" onclick={() => leave(each)}
				>Leaves<span class="sr-only">: {each.given_name} {each.family_name}</span></button
			>
		</li>
	{:else}<li class="text-slate">Nobody yet. Find them here, or load a file.</li>{/each}
</ul>
{#if past.length}
	<details class="mt-3">
		<summary class="cursor-pointer text-slate">{counted(past.length, 'student')} who left</summary>
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
	</details>
{/if}
<Later part={() => import('./MoveDialog.svelte')} when={moving !== null}>
	{#snippet children(MoveDialog)}<MoveDialog {one} bind:moving />{/snippet}
</Later>
