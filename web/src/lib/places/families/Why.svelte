<script lang="ts">
	/** One student's family: of everything in the term whether they see it, and if not, why, with the switch that shows it. */
	import { createQuery } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Switch from '$lib/ui/switch/Switch.svelte';
	import { hideRunning } from './showing';

	let { student, term, back }: { student: number; term: number; back: string } = $props();
	const here = thisClass();
	const why = createQuery(() => fetched.whyNotSeen(here.id, student, term));
	const seen = createQuery(() => fetched.seenByFamilies(here.id, term));
	const hidden = $derived(why.data?.reasons.filter((each) => !each.is_seen) ?? []);
	const shown = $derived(why.data?.reasons.filter((each) => each.is_seen) ?? []);
	const one = $derived(seen.data?.students.find(({ id }) => id === student));

	const hide = (isHidden: boolean) => notice.tried(hideRunning(here.changing, here.id, student, isHidden));

	const MENDS: Record<string, string> = {
		running: 'Show it to all families',
		running_hidden: 'Show it to this family',
		work: 'Show its scores now',
		comments: 'Show comments on it'
	};

	function mend({ mend, work_id }: Shapes['ReasonOut']): unknown {
		if (mend === 'running')
			return notice.tried(here.editing.changeRules({ families_see_running: true, families_from: null }));
		if (mend === 'running_hidden') return hide(false);
		const work = seen.data?.works.find(({ id }) => id === work_id);
		if (!work) return;
		const body =
			mend === 'comments'
				? { comments_shown: true }
				: { shown: true, shown_when_in: false, shown_from: null };
		return notice.tried(here.editing.changeAssignment(work, body));
	}
</script>

{#if why.isPending}<p class="text-slate" role="status">Looking with the family’s eyes…</p>
{:else if !why.data}<Failed error={why.error} retry={why.refetch} />
{:else}
	<p class="mb-1"><a class="link min-h-6" href={back}>All students</a></p>
	<h2 class="mb-1">{why.data.name}</h2>
	<p class="mb-2">
		<a class="link min-h-6" href="/class/{here.id}/student/{student}?term={term}&eyes=family"
			>The page as the family sees it</a
		>
	</p>
	<ul class="mb-3">
		{#each why.data.readers as reader, place (place)}
			<li class="text-slate">{reader.name}: {reader.words}</li>
		{:else}<li class="text-slate">No guardian is known here; the records office adds one.</li>{/each}
	</ul>
	<Switch checked={!one?.running_hidden} onchange={(isOn) => hide(!isOn)}
		>this family may see how the grade stands</Switch
	>
	<h3 class="mt-4 mb-1 text-large">Not seen</h3>
	<ul class="border-t border-rule" aria-label="Not seen">
		{#each hidden as each (each.thing + (each.work_id ?? ''))}
			<li class="border-b border-hair py-2">
				<b class="font-semibold">{each.thing}</b>
				<span class="block">{each.reason}</span>
				{#if each.mend}<button class="link min-h-6" onclick={() => mend(each)}
						>{MENDS[each.mend]}<span class="sr-only">: {each.thing}</span></button
					>{/if}
			</li>
		{:else}<li class="py-2 text-slate">Nothing: they see all there is.</li>{/each}
	</ul>
	<h3 class="mt-4 mb-1 text-large">Seen</h3>
	<p>{shown.map(({ thing }) => thing).join(', ') || 'Nothing yet.'}</p>
{/if}
