<script lang="ts">
	/** The groups of a class: who is in which, new ones by hand, and several proposed together. */
	import { createQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { counted } from '$lib/words/plurals';
	import { Grouping, newNames, type Group } from './grouping';
	import GroupMembers from './GroupMembers.svelte';
	import ProposeGroups from './ProposeGroups.svelte';

	let {
		term,
		students,
		open = $bindable(false)
	}: {
		term: number;
		/** Those of the class, as they are called here. */
		students: { id: number; name: string }[];
		open: boolean;
	} = $props();
	const here = thisClass();
	const grouping = new Grouping(here);
	const found = createQuery(() => ({ ...fetched.groups(here.id), enabled: open }));
	const groups = $derived(found.data ?? []);
	let at = $state<number | null>(null);
	/** The group that is to be taken away, until that is answered. */
	let going = $state<number | null>(null);
	const group = $derived(groups.find((each) => each.id === at) ?? groups[0]);

	async function add(): Promise<void> {
		const [name] = newNames(groups, 1);
		const first = students[0];
		if (!first) return;
		const now = await grouping.make([{ name: name!, students: [first.id] }]);
		at = now.at(-1)?.id ?? null;
	}

	async function remove(gone: Group): Promise<void> {
		await grouping.remove(gone);
		going = null;
	}

	async function keep(proposed: number[][]): Promise<void> {
		const names = newNames(groups, proposed.length);
		const made = proposed.map((each, place) => ({ name: names[place]!, students: each }));
		const now = await grouping.make(made);
		at = now.at(-made.length)?.id ?? null;
	}
</script>

<Dialog wide title="Groups" bind:open>
	<p class="mb-3 text-slate">
		In a stack a group’s name stands for all who are in it; the grid shows one group alone, and gives a score
		to all of one; work can be assigned to one. Families see nothing of it.
	</p>
	{#if found.isPending}<p class="text-slate" role="status">Looking…</p>
	{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
	{:else}
		<div class="grid grid-cols-[200px_minmax(0,1fr)] gap-6 max-sm:grid-cols-1">
			<div>
				<ul aria-label="Groups" class="mb-2 max-h-80 overflow-auto">
					{#each groups as each (each.id)}
						<li>
							<button
								class={[
									'flex min-h-8 w-full justify-between gap-3 border-b border-hair px-2 py-1 text-left hover:bg-ice-2',
									each.id === group?.id && 'bg-ice font-semibold'
								]}
								aria-current={each.id === group?.id ? 'true' : undefined}
								onclick={() => ((at = each.id), (going = null))}
								><span class="truncate" title={each.name}>{each.name}</span><span
									class="font-normal text-slate">{each.students.length}</span
								></button
							>
						</li>
					{:else}<li class="text-slate">No group yet.</li>{/each}
				</ul>
				<button class="btn quiet small" disabled={!students.length} onclick={() => notice.tried(add())}
					>Add a group</button
				>
			</div>
			{#if group}
				<section aria-label={group.name}>
					{#key group.id}<GroupMembers {group} {students} {grouping} />{/key}
					<p class="mt-2 flex flex-wrap items-center gap-3">
						{#if going === group.id}
							{counted(group.students.length, 'student')} stay in the class, with what they were given.
							<button
								class="btn small"
								onclick={() => notice.tried(remove(group), `${group.name} is taken away.`)}
								>Take it away</button
							>
							<button class="btn quiet small" onclick={() => (going = null)}>Keep it</button>
						{:else}<button class="link" onclick={() => (going = group.id)}>Take {group.name} away</button
							>{/if}
					</p>
				</section>
			{/if}
		</div>
		<ProposeGroups {term} {students} {grouping} onkeep={keep} />
	{/if}
</Dialog>
