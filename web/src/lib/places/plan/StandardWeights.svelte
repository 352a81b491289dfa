<script lang="ts">
	/** Which standards a grade is made of, and how they weigh. */
	import type { Shapes } from '$lib/api/client';
	import { thisClass } from '$lib/class/thisClass';
	import Kept from '$lib/ui/form/Kept.svelte';

	let { plan }: { plan: Shapes['PlanOut'] } = $props();
	const here = thisClass();
	const given = $derived(Object.keys(plan.standard_weights).length > 0);

	/** A weight that is emptied goes; without any, all that are part of no other weigh the same again. */
	function keep(standard: string, weight: string): Promise<unknown> {
		const standard_weights = { ...plan.standard_weights, [standard]: weight };
		return here.editing.changeRules({ standard_weights });
	}
</script>

{#if !plan.standards_used.length}
	<p class="mb-2 text-slate">No work of this class names a standard yet, so that there is no grade.</p>
{:else}
	<div class="mb-2 grid gap-1 border-l-2 border-hair pl-3">
		<p class="text-slate">
			{given
				? 'Only standards with a weight make the grade.'
				: 'All standards that are part of no other weigh the same; a weight chooses and weighs them instead.'}
		</p>
		<div class="grid grid-cols-3 gap-2 max-sm:grid-cols-1">
			{#each plan.standards_used as standard (standard)}
				<Kept
					label={standard}
					value={plan.standard_weights[standard] ?? ''}
					keep={(weight) => keep(standard, weight.trim())}
				/>
			{/each}
		</div>
	</div>
{/if}
