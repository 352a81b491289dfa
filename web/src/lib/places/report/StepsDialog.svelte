<script lang="ts">
	/** Adjusting the whole class: steps that every percent of the term goes through, as a draft until applied. */
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import AdjustSteps from '$lib/class/planning/AdjustSteps.svelte';
	import DraftBand from '$lib/class/planning/DraftBand.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { Latest } from '$lib/ui/latest.svelte';

	let { term, open = $bindable(false) }: { term: number; open: boolean } = $props();
	const here = thisClass();
	let problem = $state('');
	const plan = createQuery(() => ({ ...fetched.plan(here.id, term), enabled: open }));

	const steps = new Latest<Record<string, unknown>[]>(() => plan.data?.adjust ?? [], set);

	async function set(adjust: Record<string, unknown>[]): Promise<void> {
		try {
			await here.editing.changeTerm(term, { adjust });
			problem = '';
		} catch (error) {
			problem = words(error);
		}
	}
</script>

<Dialog wide title="Adjust the whole class" bind:open>
	<div class="grid min-h-40 content-start gap-3">
		{#if plan.data}
			<p>
				Every percent of {plan.data.term.toLowerCase()} goes through these steps before its mark is looked up. They
				wait in a draft until you apply it; overrides stay as they are.
			</p>
			<div><AdjustSteps steps={steps.now} onchange={(make) => steps.change(make)} /></div>
			<p class="problem" role="alert">{problem}</p>
			{#if plan.data.has_draft}<DraftBand {term} />{/if}
		{:else if plan.isError && !plan.data}<p class="problem" role="alert">{words(plan.error)}</p>
		{:else}<p role="status">Looking at the plan…</p>{/if}
	</div>
</Dialog>
