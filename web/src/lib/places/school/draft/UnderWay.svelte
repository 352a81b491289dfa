<script lang="ts">
	/** A draft that a worker applies: how far it is. One can leave and come back. */
	import Progress from '$lib/ui/progress/Progress.svelte';
	import { counted } from '$lib/words/plurals';
	import type { Draft } from '../keeping';

	let { read }: { read: Draft } = $props();
</script>

<main class="px-6 pt-4 max-md:px-4">
	<h2 class="text-large font-semibold first-letter:uppercase">{read.name} is being applied</h2>
	<p class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
		<Progress class="w-75 max-w-full" label="How far {read.name} is" done={read.done} total={read.total} />
		<span role="status"
			>{read.state === 'waiting'
				? `${counted(read.total, 'change')} wait for the worker`
				: `${read.done.toLocaleString('en-GB')} of ${counted(read.total, 'change')}`}</span
		>
	</p>
	<p class="mt-2 max-w-150 text-slate">
		All of it is made together at the end, or nothing. You can leave this page; how far it is stands here, and
		what came of it in <a class="link" href="/school/people">People</a>.
	</p>
</main>
