<script lang="ts">
	/** The term's work: whether families see its scores, since or from when, and what else of it. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Check from '$lib/ui/check/Check.svelte';
	import { counted } from '$lib/words/plurals';
	import { longDay } from '$lib/words/days';

	let { works }: { works: Shapes['SeenWorkOut'][] } = $props();
	const here = thisClass();
	const hidden = $derived(works.filter((each) => !each.is_seen && each.scored));

	function change(work: Shapes['SeenWorkOut'], body: Shapes['AssignmentIn']): Promise<void> {
		return notice.tried(here.editing.changeAssignment(work, body));
	}

	const show = (work: Shapes['SeenWorkOut'], shown: boolean) =>
		change(work, { shown, shown_when_in: false, shown_from: null });
</script>

<section class="mt-6" aria-label="Work">
	<h2 class="mb-1">Work</h2>
	<p class="mb-2 text-slate">
		{hidden.length
			? `${counted(hidden.length, 'piece')} of work ${hidden.length === 1 ? 'has' : 'have'} scores that families do not see.`
			: 'Families see every score that there is.'}
	</p>
	<div class="relative overflow-x-auto">
		<table class="rows w-full">
			<thead>
				<tr>
					<th scope="col">Work</th><th scope="col">due</th><th scope="col">its scores</th>
					<th scope="col">known of</th><th scope="col">comments</th>
				</tr>
			</thead>
			<tbody>
				{#each works as each (each.id)}
					<tr>
						<th class="font-semibold" scope="row">{each.name}</th>
						<td class="whitespace-nowrap text-slate">{each.due_on ? longDay(each.due_on) : ''}</td>
						<td>
							<Check
								checked={each.is_seen}
								onchange={(isOn) => show(each, isOn)}
								class={['whitespace-nowrap', !each.is_seen && each.scored ? 'text-amber-ink' : '']}
								>{each.words}<span class="sr-only">: scores of {each.name}</span></Check
							>
						</td>
						<td>
							<Check
								checked={each.announced}
								onchange={(announced) => change(each, { announced })}
								label="Families see that there is {each.name}"
							/>
						</td>
						<td>
							<Check
								checked={each.comments_shown}
								onchange={(comments_shown) => change(each, { comments_shown })}
								label="Families see comments on {each.name}"
							/>
						</td>
					</tr>
				{:else}<tr><td class="text-slate" colspan="5">No work in this term yet.</td></tr>{/each}
			</tbody>
		</table>
	</div>
</section>
