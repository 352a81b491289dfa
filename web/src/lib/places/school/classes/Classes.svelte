<script lang="ts">
	/** Classes of a year, found by typing; one of them open beside the list. */
	import * as fetched from '$lib/api/queries';
	import { createInfiniteQuery, createQuery } from '@tanstack/svelte-query';
	import { Debounced } from 'runed';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { words } from '$lib/api/client';
	import Check from '$lib/ui/check/Check.svelte';
	import DataTable from '$lib/ui/data-table/DataTable.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import LoadFile from '../draft/LoadFile.svelte';
	import { thisKeeping } from '../keeping';
	import AddClasses from './AddClasses.svelte';
	import ClassMaking from './ClassMaking.svelte';
	import ClassPanel from './ClassPanel.svelte';

	const school = thisKeeping().school_id;
	const asked = $derived(page.url.searchParams);
	const year = $derived(Number(asked.get('year')) || undefined);
	const opened = $derived(asked.get('open') ?? '');
	let typed = $state('');
	let archived = $state(false);
	const query = new Debounced(() => typed.trim(), 200);
	const list = createInfiniteQuery(() => ({
		...fetched.schoolClasses(school, year, query.current, archived),
		placeholderData: (before) => before
	}));
	const years = createQuery(() => fetched.schoolYear(school, undefined));
	const first = $derived(list.data?.pages[0]);
	const rows = $derived(list.data?.pages.flatMap((each) => each.classes) ?? []);
	const empty = $derived(
		list.isError
			? words(list.error)
			: list.isPending
				? 'Fetching the list…'
				: query.current
					? `No class is found by “${query.current}”.`
					: archived
						? 'No class is put away.'
						: 'No class in this year yet. Add one, type several, load a file, or take classes over in Year.'
	);

	function address(open: string, of = year): string {
		const asked = [of && `year=${of}`, open && `open=${open}`].filter(Boolean).join('&');
		return `/school/classes${asked && `?${asked}`}`;
	}
	const open = (what: string) => goto(address(what), { keepFocus: true, noScroll: true });
</script>

<main
	class="grid flex-1 grid-cols-[minmax(0,1fr)_460px] gap-x-10 px-6 max-lg:grid-cols-1 max-md:px-4"
	data-grows
>
	<section class="pt-3 pb-12" aria-label="Classes">
		<div class="flex flex-wrap items-center gap-x-5 gap-y-2 pb-2">
			{#if years.data && years.data.years.length > 1}
				<Select
					label="School year"
					class="field w-28"
					value={String(first?.year_id ?? '')}
					onchange={(value) => goto(address('', Number(value)))}
					choices={years.data.years.map(({ id, name }) => [id, name] as const)}
				/>
			{/if}
			<input
				class="field max-w-70 flex-1"
				type="search"
				aria-label="Find by name, room or teacher"
				placeholder="Find by name, room or teacher"
				bind:value={typed}
			/>
			<span class="text-slate" role="status">{(first?.count ?? 0).toLocaleString('en-GB')} in all</span>
			<Check bind:checked={archived}>put away</Check>
			<span class="ml-auto flex gap-2">
				<button class="btn small" onclick={() => open('new')}>Add classes</button>
				<button class="btn quiet small" onclick={() => open('file')}>Load a file or a list</button>
			</span>
		</div>
		<DataTable
			label="Classes"
			heads={['Class', 'Teachers', 'Students', 'Room', 'When']}
			{rows}
			{empty}
			rest={{ count: first?.count, pages: list }}
		>
			{#snippet row(each)}
				<tr class={[opened === String(each.id) && 'bg-ice-2']}>
					<th scope="row"
						><a
							data-open
							class="hover:underline"
							href={address(String(each.id))}
							aria-current={opened === String(each.id) ? 'true' : undefined}
							data-sveltekit-keepfocus
							data-sveltekit-noscroll><b class="font-semibold">{each.name}</b> {each.section}</a
						></th
					>
					<td class={[!each.teachers.length && 'text-amber-ink']}
						>{each.teachers.join(', ') || 'nobody teaches it'}</td
					>
					<td class="num">{each.students}</td>
					<td class="text-slate">{each.room}</td>
					<td class="text-slate">{each.times}</td>
				</tr>
			{/snippet}
		</DataTable>
	</section>
	<aside
		class={[
			'border-l border-rule pt-4 pb-12 pl-6 max-lg:mt-8 max-lg:border-0 max-lg:pl-0',
			opened && 'max-lg:order-first max-lg:mt-0'
		]}
		aria-label="Opened"
	>
		{#if opened === 'new'}<AddClasses
				year={first?.year_id ?? null}
				onadded={(id) => open(id === null ? '' : String(id))}
			/>
		{:else if opened === 'file'}<LoadFile year={first?.year_id ?? null} />
		{:else if opened}{#key opened}<ClassPanel id={Number(opened)} />{/key}
		{:else}
			<h2 class="mb-2">Classes</h2>
			<p class="text-slate">
				Open a class to say who teaches it and who is in it. A teacher finds it on their first page at once.
			</p>
			<ClassMaking />
		{/if}
	</aside>
</main>
