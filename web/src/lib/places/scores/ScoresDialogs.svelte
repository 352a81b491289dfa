<script lang="ts">
	/** What opens over the grid: adding an assignment, the class's groups, a grade's working, and what a paste would overwrite. */
	import type { Shapes } from '$lib/api/client';
	import type { Called } from '$lib/class/consequence/words';
	import GroupsDialog from '$lib/class/groups/GroupsDialog.svelte';
	import AddDialog from '$lib/class/planning/AddDialog.svelte';
	import WorkingDialog from '$lib/class/working/WorkingDialog.svelte';
	import type { Pasting } from './pasted.svelte';
	import PasteDialog from './PasteDialog.svelte';

	let {
		grid,
		called,
		pasting,
		isAdding = $bindable(),
		isGrouping = $bindable(),
		explained = $bindable(),
		onadded
	}: {
		grid: Shapes['GridOut'];
		called: Called;
		pasting: Pasting;
		isAdding: boolean;
		isGrouping: boolean;
		/** Whose grade's working is looked at. */
		explained: { id: number; name: string } | null;
		onadded: (assignment: number) => void;
	} = $props();
</script>

<PasteDialog
	term={grid.term_id}
	{called}
	bind:pasted={pasting.open}
	onpaste={(made) => void pasting.enter(made)}
/>
<AddDialog term={grid.term_id} bind:open={isAdding} {onadded} />
<WorkingDialog term={grid.term_id} bind:student={explained} />
<GroupsDialog
	term={grid.term_id}
	students={grid.rows.map((each) => ({ id: each.student_id, name: called(each.student_id) }))}
	bind:open={isGrouping}
/>
