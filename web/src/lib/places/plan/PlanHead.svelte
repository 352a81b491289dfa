<script lang="ts">
	/** Over the plan: what the weights come to and how that is mended, how it is drawn, and what else there is. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';

	let {
		plan,
		isStanding = $bindable(),
		onopen
	}: {
		plan: Shapes['PlanOut'];
		/** Drawn as the grade stands now, and not as planned. */
		isStanding: boolean;
		onopen: (dialog: 'rest' | 'scales' | 'history' | 'pass') => void;
	} = $props();
	const here = thisClass();
	const isOff = $derived(plan.weights !== null && Number(plan.weights) !== 100);

	/** Who gets what is not given yet: the first without scores, or else the last. */
	function taker(categories: Shapes['CategoryOut'][]): Shapes['CategoryOut'] | undefined {
		const free = categories.filter((each) => !each.bonus && !each.locked);
		return free.find((each) => !each.has_scores) ?? free.at(-1);
	}
</script>

<div class="flex min-h-12 flex-wrap items-center gap-x-4 gap-y-1 px-6 py-1">
	<h2>How {plan.term.toLowerCase()} {plan.has_draft ? 'would be' : 'is'} made</h2>
	{#if plan.categories.length && !plan.parts.length}
		<Segmented
			label="Drawn"
			choices={[
				['planned', 'as planned'],
				['standing', 'as it stands now']
			]}
			value={isStanding ? 'standing' : 'planned'}
			onchange={(way) => (isStanding = way === 'standing')}
		/>
	{/if}
	{#if plan.weights !== null && plan.categories.length && !plan.parts.length}
		<span
			class={[
				'flex items-center gap-2',
				isOff ? 'text-amber-ink' : 'text-lichen-ink',
				isOff && 'font-semibold'
			]}
			role="status"
		>
			{#if isOff}<i class="diamond"></i>{/if}
			{#if plan.not_given > 0}{plan.not_given} of 100 not given:{:else if isOff}weights add up to {plan.weights},
				not 100; grades are computed in proportion{:else}adds up to 100{/if}
		</span>
		{#if isOff}
			{@const taking = taker(plan.categories)}
			<span>
				{#if plan.not_given > 0 && taking}
					<button
						class="link"
						onclick={() =>
							notice.tried(
								here.editing.setWeights(plan.term_id, {
									[taking.id]: String(Math.round((Number(taking.weight) + plan.not_given) * 10_000) / 10_000)
								})
							)}>give {plan.not_given} to {taking.name}</button
					> or
				{/if}
				<button class="link" onclick={() => onopen('rest')}>share the rest</button>
			</span>
		{/if}
	{/if}
	<span class="ml-auto flex gap-3.5">
		<button class="link" onclick={() => onopen('scales')}>Scales and codes</button>
		<button class="link" onclick={() => onopen('history')}>History</button>
		{#if plan.categories.length}
			<button class="link" onclick={() => onopen('pass')}>Pass on</button>
		{/if}
	</span>
</div>
