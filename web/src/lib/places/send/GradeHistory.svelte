<script lang="ts">
	/** One student's grade on its way from each score to its receipt. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { dayAndTime } from '$lib/words/days';
	import { toRegister, type Receipt } from './sending';

	let { student, onclose }: { student: Receipt | null; onclose: () => void } = $props();
	const sending = toRegister();
	const found = createQuery(() => ({
		...fetched.gradeHistory(sending.here.id, sending.term(), student?.student_id ?? 0),
		enabled: student !== null
	}));
</script>

<Dialog title={student?.name ?? ''} bind:open={() => student !== null, (isOpen) => isOpen || onclose()}>
	{#if found.isPending}<p role="status">Looking…</p>{/if}
	<ol>
		{#each found.data?.steps ?? [] as step, place (place)}
			<li class="border-b border-hair py-2">
				<p>{step.words}</p>
				<p class="num text-small text-slate">{dayAndTime(step.at)}</p>
			</li>
		{/each}
	</ol>
</Dialog>
