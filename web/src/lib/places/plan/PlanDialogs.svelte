<script lang="ts" module>
	export type PlanDialog = 'repeat' | 'rest' | 'pass' | 'history' | 'scales';
</script>

<script lang="ts">
	/** What opens over the plan. */
	import type { Shapes } from '$lib/api/client';
	import type { Doomed } from '$lib/class/planning/editing';
	import AssignmentDialog from './AssignmentDialog.svelte';
	import DeleteDialog from './DeleteDialog.svelte';
	import HistoryDialog from './HistoryDialog.svelte';
	import PassOnDialog from './PassOnDialog.svelte';
	import RepeatDialog from './RepeatDialog.svelte';
	import RestDialog from './RestDialog.svelte';
	import ScalesDialog from './ScalesDialog.svelte';

	let {
		plan,
		opened = $bindable(),
		dialog = $bindable(),
		doomed = $bindable()
	}: {
		plan: Shapes['PlanOut'];
		/** The assignment that is opened. */
		opened: number | null;
		dialog: PlanDialog | null;
		/** What is to be deleted. */
		doomed: Doomed | null;
	} = $props();
</script>

<AssignmentDialog {plan} bind:opened />
<RestDialog {plan} bind:open={() => dialog === 'rest', (open) => (dialog = open ? 'rest' : null)} />
<RepeatDialog {plan} bind:open={() => dialog === 'repeat', (open) => (dialog = open ? 'repeat' : null)} />
<PassOnDialog bind:open={() => dialog === 'pass', (open) => (dialog = open ? 'pass' : null)} />
<HistoryDialog
	term={plan.term_id}
	bind:open={() => dialog === 'history', (open) => (dialog = open ? 'history' : null)}
/>
<ScalesDialog bind:open={() => dialog === 'scales', (open) => (dialog = open ? 'scales' : null)} />
<DeleteDialog {plan} bind:doomed />
