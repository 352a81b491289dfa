<script lang="ts">
	/** A group: its name, and who is in it; each tick builds on the last, saved or not. */
	import { notice } from '$lib/app/notice.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import { among } from '$lib/ui/check/among';
	import Kept from '$lib/ui/form/Kept.svelte';
	import { Latest } from '$lib/ui/latest.svelte';
	import type { Group, Grouping } from './grouping';

	let {
		group,
		students,
		grouping
	}: { group: Group; students: { id: number; name: string }[]; grouping: Grouping } = $props();
	const members = new Latest(
		() => group.students,
		(now) => grouping.change(group, { students: now })
	);
</script>

<Kept label="Name" value={group.name} keep={(name) => grouping.change(group, { name })} />
<fieldset class="mt-2 max-h-60 columns-2 overflow-auto rounded border border-hair px-2.5 py-2">
	<legend class="sr-only">Who is in it</legend>
	{#each students as student (student.id)}
		<Check
			checked={members.now.includes(student.id)}
			onchange={(isOn) => notice.tried(members.change((now) => among(now, student.id, isOn)))}
			>{student.name}</Check
		>
	{/each}
</fieldset>
