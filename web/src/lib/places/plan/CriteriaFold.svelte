<script lang="ts">
	/** What one looks for in an assignment: written as text, and seen as it will be marked. */
	import type { Shapes } from '$lib/api/client';
	import Criteria from '$lib/class/criteria/Criteria.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { counted } from '$lib/words/plurals';
	import Fold from '$lib/ui/Fold.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { criteriaIn, criteriaText } from './criteriaText';
	import type { OpenAssignment } from './openAssignment.svelte';
	import Reason from './Reason.svelte';

	let { each, open }: { each: Shapes['AssignmentOut']; open: OpenAssignment } = $props();
	const here = thisClass();
	const EXAMPLE = 'Idea 4: what the map is for\n  thin 1: names a place\n  sound 2.5\n  rich 4';
	/** What is typed and not kept, or was refused; null while the text is what is kept. */
	let typed = $state<string | null>(null);
	let problem = $state('');
	const text = $derived(typed ?? criteriaText(each.criteria));
	const known = createQuery(() => fetched.knownCriteria(here.id));
	const others = $derived((known.data ?? []).filter((one) => criteriaText(one.criteria) !== text));
	const offered = $derived((known.data ?? []).filter((one) => one.is_own && one.shared_id !== null));

	async function keep(next: string): Promise<void> {
		typed = next;
		try {
			const criteria = criteriaIn(next);
			problem = '';
			await open.change({ criteria }, 'criteria');
			if (open.problem?.field !== 'criteria') typed = null;
		} catch (error) {
			problem = (error as Error).message;
		}
	}
</script>

<Fold
	title="Criteria"
	words={each.criteria.length ? counted(each.criteria.length, 'criterion', 'criteria') : 'none'}
>
	<div class="grid grid-cols-2 gap-5 max-sm:grid-cols-1">
		<label>
			<span class="label"
				>One a line with its points, and set in under it its levels, from the least; what follows a colon is
				wording, what follows → a standard</span
			>
			<textarea
				class="field h-auto px-2 py-1.5 leading-5"
				rows={Math.max(8, text.split('\n').length + 1)}
				placeholder={EXAMPLE}
				value={text}
				aria-invalid={problem ? 'true' : undefined}
				onchange={(event) => keep(event.currentTarget.value)}></textarea>
			<span class="problem block" role="alert">{problem}</span>
			<Reason {open} field="criteria" />
		</label>
		<div class="max-w-80">
			{#if others.length}
				<Select
					label="Take over the criteria of"
					placeholder="take over those of other work"
					onchange={(place) => keep(criteriaText(others[Number(place)]!.criteria))}
					choices={others.map((one, place) => [place, one.name] as const)}
				/>
			{/if}
			{#if each.criteria.length}
				<p class="label mt-2">As it is marked</p>
				<Criteria
					id="criteria-{each.id}"
					criteria={each.criteria}
					chosen={each.criteria.map(() => 0)}
					disabled
					onchoose={() => undefined}
					onnext={() => undefined}
				/>
				<p class="mt-2">
					<button
						class="link min-h-6"
						onclick={() =>
							notice.tried(
								here.editing.offerCriteria(each.id),
								'Colleagues at the school can take them over now.'
							)}>Offer them to the school</button
					>
				</p>
			{/if}
			{#each offered as one (one.shared_id)}
				<p class="text-slate">
					{one.name}.
					<button
						class="link min-h-6"
						onclick={() => notice.tried(here.editing.takeCriteriaBack(one.shared_id!))}
						>Offer it no longer<span class="sr-only">: {one.name}</span></button
					>
				</p>
			{/each}
		</div>
	</div>
</Fold>
