<script lang="ts">
	/** People: everybody of a role, found by typing; one of them open beside the list. */
	import * as fetched from '$lib/api/queries';
	import { createInfiniteQuery, createQuery } from '@tanstack/svelte-query';
	import { Debounced } from 'runed';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { words, type Shapes } from '$lib/api/client';
	import DataTable from '$lib/ui/data-table/DataTable.svelte';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import LoadFile from '../draft/LoadFile.svelte';
	import { thisKeeping } from '../keeping';
	import AddPerson from './AddPerson.svelte';
	import Inviting from './Inviting.svelte';
	import PersonPanel from './PersonPanel.svelte';
	import { accounts, one, roles } from './roles';
	import StudentPanel from './StudentPanel.svelte';

	const school = thisKeeping().school_id;
	const asked = $derived(page.url.searchParams);
	const role = $derived<fetched.Role>(roles.find(([name]) => name === asked.get('role'))?.[0] ?? 'student');
	/** What is open beside the list: somebody, or a form to add with. */
	const opened = $derived(asked.get('open') ?? '');
	let typed = $state('');
	const query = new Debounced(() => typed.trim(), 200);
	const list = createInfiniteQuery(() => ({
		...fetched.people(school, role, query.current),
		placeholderData: (before) => before
	}));
	const frame = createQuery(() => fetched.schoolFrame(school));
	const rows = $derived(list.data?.pages.flatMap((each) => each.people) ?? []);
	const all = createQuery(() => fetched.peopleCount(school, role));
	const count = $derived(list.data?.pages[0]?.count ?? all.data?.count);
	const heads = $derived(
		role === 'student'
			? ['Name', 'Number', 'Classes', 'Account']
			: ['Name', 'E-mail', role === 'guardian' ? 'Guardian of' : 'Classes', 'Account']
	);
	const empty = $derived(
		list.isError
			? words(list.error)
			: list.isPending
				? 'Fetching the list…'
				: query.current
					? `No ${one[role]} is found by “${query.current}”.`
					: `No ${one[role]} yet. Add one, paste a list, or load a file.`
	);
	const key = (each: Shapes['PersonRow']) => `${each.student ?? each.person}`;

	function address(open: string, of = role): string {
		return `/school/people?role=${of}${open ? `&open=${open}` : ''}`;
	}
	const open = (what: string) => goto(address(what), { keepFocus: true, noScroll: true });
</script>

<main
	class="grid flex-1 grid-cols-[minmax(0,1fr)_420px] gap-x-10 px-6 max-lg:grid-cols-1 max-md:px-4"
	data-grows
>
	<section class="pt-3 pb-12" aria-label="People">
		<div class="flex flex-wrap items-center gap-x-6 gap-y-2 pb-2">
			<Segmented
				label="Who is listed"
				choices={roles}
				value={role}
				onchange={(value) => goto(address('', value))}
			/>
			<input
				class="field max-w-70 min-w-44 flex-1"
				type="search"
				aria-label="Find by name, number or e-mail"
				placeholder="Name, number, e-mail"
				bind:value={typed}
			/>
			<span class="text-slate" role="status"
				>{count === undefined ? '' : `${count.toLocaleString('en-GB')} in all`}</span
			>
			<span class="ml-auto flex gap-2">
				<button class="btn small" onclick={() => open('new')}>Add a {one[role]}</button>
				<button class="btn quiet small" onclick={() => open('file')}>Load a file or a list</button>
			</span>
		</div>
		<DataTable
			label={roles.find(([name]) => name === role)?.[1] ?? ''}
			{heads}
			{rows}
			{empty}
			rest={{ count, pages: list }}
		>
			{#snippet row(each)}
				<tr class={[opened === key(each) && 'bg-ice-2', !each.is_active && 'text-slate']}>
					<th scope="row">
						<a
							data-open
							class="hover:underline"
							href={address(key(each))}
							aria-current={opened === key(each) ? 'true' : undefined}
							data-sveltekit-keepfocus
							data-sveltekit-noscroll><b class="font-semibold">{each.family_name}</b>, {each.given_name}</a
						>{#if !each.is_active}<span class="ml-1.5 text-small">gone</span>{/if}
					</th>
					<td class="max-w-50 truncate">{role === 'student' ? each.number : each.email || '—'}</td>
					<td class="max-w-80 truncate text-slate">{each.words}</td>
					<td class={['whitespace-nowrap', each.account === 'to_invite' ? 'text-amber-ink' : 'text-slate']}
						>{accounts[each.account]}</td
					>
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
		{#if opened === 'new'}{#key role}<AddPerson {role} onadded={(id) => open(String(id))} />{/key}
		{:else if opened === 'file'}<LoadFile year={frame.data?.year_id ?? null} />
		{:else if opened && role === 'student'}
			{#key opened}<StudentPanel
					id={Number(opened)}
					onopen={(id) => open(String(id))}
					ongone={() => open('')}
				/>{/key}
		{:else if opened}
			{#key opened}<PersonPanel
					id={Number(opened)}
					onopen={(id) => open(String(id))}
					ongone={() => open('')}
				/>{/key}
		{:else}<Inviting {role} {rows} />{/if}
	</aside>
</main>
