<script lang="ts">
	/** All about a teacher, guardian or officer: name, roles, classes or children, account. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { notice } from '$lib/app/notice.svelte';
	import Failed from '$lib/app/Failed.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import { among } from '$lib/ui/check/among';
	import { thisKeeping } from '../keeping';
	import AccountLine from './AccountLine.svelte';
	import Kept from '$lib/ui/form/Kept.svelte';
	import Namesakes from './Namesakes.svelte';
	import Records from './Records.svelte';
	import { one, roles } from './roles';

	let { id, onopen, ongone }: { id: number; onopen: (id: number) => unknown; ongone: () => unknown } =
		$props();
	const keeping = thisKeeping();
	const found = createQuery(() => fetched.schoolPerson(keeping.school_id, id));
	const person = $derived(found.data);

	function turn(is_active: boolean): Promise<void> {
		return notice.tried(
			keeping.person(id, { is_active }),
			is_active ? 'They can sign in again.' : 'They are signed out everywhere, and can sign in no more.'
		);
	}

	async function set(role: fetched.Role, isOn: boolean): Promise<void> {
		await notice.tried(keeping.person(id, { roles: among(person!.roles as fetched.Role[], role, isOn) }));
	}
</script>

{#if found.isPending}<p class="text-slate" role="status">Opening…</p>
{:else if !person}<Failed error={found.error} retry={found.refetch} />
{:else}
	<h2 class="mb-3">{person.given_name} {person.family_name}</h2>
	<Namesakes namesakes={person.namesakes} onmerge={(other) => keeping.mergePersons(id, other)} {onopen} />
	{#if person.account.belongs_elsewhere}
		<p class="mb-2 text-slate">
			Also belongs to another school. Name, e-mail address and password are their own to change.
		</p>
	{/if}
	<div class="grid grid-cols-2 gap-3">
		<Kept
			label="Given name"
			value={person.given_name}
			keep={(given_name) => keeping.person(id, { given_name })}
		/>
		<Kept
			label="Family name"
			value={person.family_name}
			keep={(family_name) => keeping.person(id, { family_name })}
		/>
		<Kept label="E-mail" value={person.account.email} keep={(email) => keeping.person(id, { email })} />
	</div>
	<fieldset class="mt-4 flex flex-wrap gap-x-5">
		<legend class="label">Is at the school</legend>
		{#each roles as [role] (role)}
			<Check checked={person.roles.includes(role)} onchange={(isOn) => set(role, isOn)}>{one[role]}</Check>
		{/each}
	</fieldset>
	{#if person.children.length}
		<h3 class="mt-5 mb-1 text-large">Guardian of</h3>
		<ul>
			{#each person.children as each (each.id)}
				<li class="flex justify-between border-b border-hair py-1">
					<a class="link" href="/school/people?role=student&open={each.id}">{each.name}</a>
					<span class="num text-slate">{each.words}</span>
				</li>
			{/each}
		</ul>
	{/if}
	{#if person.classes.length}
		<h3 class="mt-5 mb-1 text-large">Teaches</h3>
		<p>{person.classes.join(', ')}</p>
	{/if}
	<h3 class="mt-5 mb-1 text-large">Account</h3>
	<AccountLine account={person.account} />
	<Records
		name="{person.given_name} {person.family_name}"
		file="/api/v1/schools/{keeping.school_id}/persons/{id}/data.zip"
		keptUntil={person.kept_until}
		erase={() => keeping.erasePerson(id)}
		{ongone}
	/>
	<p class="mt-5">
		<button class="btn quiet" onclick={() => turn(person.account.state === 'inactive')}
			>{person.account.state === 'inactive' ? 'They are back' : 'Deactivate'}</button
		>
	</p>
{/if}
