<script lang="ts">
	/** Adding an assignment from where scores are entered; the page then shows it. */
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import AddAssignment from './AddAssignment.svelte';

	let {
		term,
		open = $bindable(),
		onadded
	}: {
		term: number;
		open: boolean;
		/** It is made, in the term that is shown. */
		onadded: (id: number) => void;
	} = $props();
	const here = thisClass();

	const plan = createQuery(() => ({ ...fetched.plan(here.id, term), enabled: open }));
</script>

<Dialog title="Add an assignment" bind:open>
	{#if plan.isPending}
		<p role="status">Looking at the plan…</p>
	{:else if plan.isError && !plan.data}
		<p class="problem" role="alert">{words(plan.error)}</p>
	{:else if plan.data.parts.length}
		<p>
			{plan.data.term} has no assignments of its own. Add it in
			{#each plan.data.parts as part, place (part.term_id)}
				{place ? ' or ' : ''}<a class="link" href="?term={part.term_id}" onclick={() => (open = false)}
					>{part.name}</a
				>{/each}.
		</p>
	{:else if !plan.data.categories.length}
		<p>
			This class has no categories yet.
			<a class="link" href="/class/{here.id}/plan?term={term}">Begin its plan</a>; then work can be added from
			here.
		</p>
	{:else}
		<AddAssignment
			plan={plan.data}
			onadded={(made) => {
				open = false;
				if (made.term_id === term) onadded(made.id);
			}}
		/>
		<p class="text-slate">
			It goes into the term of its due date; without one, into {plan.data.term.toLowerCase()}. All else about
			it is in the <a class="link" href="/class/{here.id}/plan?term={term}">plan</a>.
		</p>
	{/if}
</Dialog>
