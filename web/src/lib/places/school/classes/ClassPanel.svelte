<script lang="ts">
	/** All about a class: what it is called, who teaches it, who is in it. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { notice } from '$lib/app/notice.svelte';
	import Failed from '$lib/app/Failed.svelte';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';
	import Kept from '$lib/ui/form/Kept.svelte';
	import Roster from './Roster.svelte';
	import Teachers from './Teachers.svelte';

	let { id }: { id: number } = $props();
	const keeping = thisKeeping();
	const found = createQuery(() => fetched.schoolClass(keeping.school_id, id));
	const one = $derived(found.data);
	const fields = [
		['name', 'Name'],
		['section', 'Section'],
		['room', 'Room'],
		['times', 'When']
	] as const;

	function draw(): Promise<void> {
		return notice.tried(
			keeping.aliases(id),
			({ count }) =>
				`${counted(count, 'alias', 'aliases')} drawn anew. Sheets that hang somewhere are out of date.`
		);
	}

	function archive(is_archived: boolean): Promise<void> {
		return notice.tried(
			keeping.schoolClass(id, { is_archived }),
			is_archived ? 'It is put away with all that is in it, and can be brought back.' : 'It is back.'
		);
	}
</script>

{#if found.isPending}<p class="text-slate" role="status">Opening…</p>
{:else if !one}<Failed error={found.error} retry={found.refetch} />
{:else}
	<h2 class="mb-3">{one.name} {one.section}</h2>
	{#if one.is_archived}<p class="mb-2 text-amber-ink">Put away: it stands in nobody's list.</p>{/if}
	<div class="grid grid-cols-2 gap-3">
		{#each fields as [name, label] (name)}
			<Kept {label} value={one[name]} keep={(value) => keeping.schoolClass(id, { [name]: value })} />
		{/each}
	</div>
	<Teachers {one} />
	<Roster {one} />
	<p class="mt-5 flex flex-wrap gap-2">
		<button class="btn quiet small" onclick={draw}>Draw aliases anew</button>
		<button class="btn quiet small" onclick={() => archive(!one.is_archived)}
			>{one.is_archived ? 'Bring it back' : 'Put the class away'}</button
		>
	</p>
{/if}
