<script lang="ts">
	/** A draft that a worker reads or applies: how far it is, or why it cannot be read. One can leave and come back. */
	import Progress from '$lib/ui/progress/Progress.svelte';
	import { counted } from '$lib/words/plurals';
	import type { Draft } from '../keeping';

	let { read, onthrowaway }: { read: Draft; onthrowaway: () => unknown } = $props();
	const isApplied = $derived(read.state === 'waiting' || read.state === 'applying');
</script>

<main class="px-6 pt-4 max-md:px-4">
	<h2 class="text-large font-semibold first-letter:uppercase">
		{read.name}
		{read.state === 'refused' ? 'cannot be read' : isApplied ? 'is being applied' : 'is being read'}
	</h2>
	{#if read.state === 'refused'}
		<p class="problem mt-2 max-w-150" role="alert">{read.problem}</p>
		<p class="mt-3 flex flex-wrap gap-2">
			<a class="btn" href="/school/people?open=file">Load another file</a>
			<button class="btn quiet" onclick={onthrowaway}>Throw it away</button>
		</p>
	{:else if isApplied}
		<p class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
			<Progress class="w-75 max-w-full" label="How far {read.name} is" done={read.done} total={read.total} />
			<span role="status"
				>{read.state === 'waiting'
					? `${counted(read.total, 'change')} wait for the worker`
					: `${read.done.toLocaleString('en-GB')} of ${counted(read.total, 'change')}`}</span
			>
		</p>
		<p class="mt-2 max-w-150 text-slate">
			All of it is made together at the end, or nothing. You can leave this page; how far it is stands here,
			and what came of it in <a class="link" href="/school/people">People</a>.
		</p>
	{:else}
		<p class="mt-2" role="status">
			{read.state === 'unread'
				? 'It waits for the worker.'
				: 'Its lines are read and compared with the school.'}
		</p>
		<p class="mt-2 max-w-150 text-slate">
			You can leave this page; what the file would change stands here then. Nothing is changed until you apply
			it.
		</p>
		<p class="mt-3"><button class="btn quiet" onclick={onthrowaway}>Throw it away</button></p>
	{/if}
</main>
