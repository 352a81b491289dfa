<script lang="ts">
	/** One student for a conference: whose page, which prints as it is. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Failed from '$lib/app/Failed.svelte';
	import { nameOf } from '$lib/class/names';
	import { thisClass } from '$lib/class/thisClass';

	let { term }: { term: number | undefined } = $props();
	const here = thisClass();
	const found = createQuery(() => fetched.scores(here.id, term));
</script>

<h2>One student</h2>
<p class="max-w-160 py-1.5 text-slate">
	Everything of one student in the term, for a conference: grade, working, work and what to do next. The page
	prints as it stands.
</p>
{#if found.isPending}<p role="status">Fetching who is in the class…</p>
{:else if found.isError && !found.data}<Failed error={found.error} retry={found.refetch} />
{:else if found.data}
	<ul class="columns-3 gap-8 max-md:columns-1">
		{#each found.data.rows as row (row.student_id)}
			<li class="break-inside-avoid">
				<a
					class="link inline-flex min-h-7 items-center"
					href="/class/{here.id}/student/{row.student_id}{term ? `?term=${term}` : ''}">{nameOf(row)}</a
				>
			</li>
		{:else}<li class="text-slate">Nobody is in the class yet.</li>{/each}
	</ul>
{/if}
