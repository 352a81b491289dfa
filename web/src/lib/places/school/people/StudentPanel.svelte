<script lang="ts">
	/** All about a student: names, number, pronouns, guardians, classes, account; each field is kept as one leaves it. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { notice } from '$lib/app/notice.svelte';
	import Failed from '$lib/app/Failed.svelte';
	import { longDay } from '$lib/words/days';
	import { thisKeeping, type Student } from '../keeping';
	import Check from '$lib/ui/check/Check.svelte';
	import AccountLine from './AccountLine.svelte';
	import Guardians from './Guardians.svelte';
	import Kept from '$lib/ui/form/Kept.svelte';
	import Namesakes from './Namesakes.svelte';
	import Records from './Records.svelte';

	let { id, onopen, ongone }: { id: number; onopen: (id: number) => unknown; ongone: () => unknown } =
		$props();
	const keeping = thisKeeping();
	const found = createQuery(() => fetched.schoolStudent(keeping.school_id, id));
	const student = $derived(found.data);
	const fields: [keyof Student & string, string][] = [
		['given_name', 'Given name'],
		['family_name', 'Family name'],
		['official_name', 'Official name, where it is another'],
		['number', 'Number'],
		['pronouns', 'Pronouns']
	];

	function turn(is_active: boolean): Promise<void> {
		return notice.tried(
			keeping.student(id, { is_active }),
			is_active
				? 'They are at the school again; put them into their classes.'
				: 'They have left: from tomorrow in no class, and signed out everywhere. All that they earned stays.'
		);
	}
</script>

{#if found.isPending}<p class="text-slate" role="status">Opening…</p>
{:else if !student}<Failed error={found.error} retry={found.refetch} />
{:else}
	<h2 class="mb-3">{student.given_name} {student.family_name}</h2>
	{#if !student.is_active}<p class="mb-2 text-amber-ink">Has left the school.</p>{/if}
	<Namesakes namesakes={student.namesakes} onmerge={(other) => keeping.mergeStudents(id, other)} {onopen} />
	<div class="grid grid-cols-2 gap-3">
		{#each fields as [name, label] (name)}
			<Kept {label} value={String(student[name])} keep={(value) => keeping.student(id, { [name]: value })} />
		{/each}
		<p class="self-end pb-1.5"><span class="label">Alias</span><span class="num">{student.alias}</span></p>
	</div>
	<Guardians {student} />
	<Check
		checked={student.is_of_age}
		onchange={(is_of_age) => notice.tried(keeping.student(id, { is_of_age }))}
		>Of age: may keep guardians out</Check
	>
	<h3 class="mt-5 mb-1 text-large">Classes</h3>
	<ul>
		{#each student.classes as each (each.id)}
			<li class="flex justify-between gap-4 border-b border-hair py-1">
				<a class="link" href="/school/classes?open={each.id}">{each.name}</a>
				<span class="text-slate"
					>{each.year}, {each.ends
						? `${longDay(each.starts)} to ${longDay(each.ends)}`
						: `since ${longDay(each.starts)}`}</span
				>
			</li>
		{:else}<li class="text-slate">In no class. A class's roster takes them in.</li>{/each}
	</ul>
	<h3 class="mt-5 mb-1 text-large">Account</h3>
	<AccountLine account={student.account} give={(email) => keeping.giveAccount(id, email)} />
	<Records
		name="{student.given_name} {student.family_name}"
		file="/api/v1/schools/{keeping.school_id}/students/{id}/data.zip"
		keptUntil={student.kept_until}
		erase={() => keeping.eraseStudent(id)}
		{ongone}
	/>
	<p class="mt-5">
		<button class="btn quiet" onclick={() => turn(!student.is_active)}
			>{student.is_active ? 'They have left the school' : 'They are back'}</button
		>
	</p>
{/if}
