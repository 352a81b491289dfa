<script lang="ts">
	/** The receipts of a delivery: refused ones first, each with the register's words and its mend; then the others. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { dayAndTime } from '$lib/words/days';
	import GradeHistory from './GradeHistory.svelte';
	import MendLine from './MendLine.svelte';
	import { sentWords, toRegister, type Delivery, type Receipt } from './sending';

	let { delivery }: { delivery: Delivery } = $props();
	const sending = toRegister();
	const FIRST = 5;
	const answered = $derived(delivery.accepted + delivery.refused + delivery.left);
	const found = createQuery(() => ({
		...fetched.receipts(sending.here.id, delivery.id, answered),
		placeholderData: (before) => before
	}));
	const refused = $derived(found.data?.receipts.filter((each) => each.state === 'refused') ?? []);
	const others = $derived(found.data?.receipts.filter((each) => each.state !== 'refused') ?? []);
	/** Refused ones that no later delivery has taken up. */
	const open = $derived(refused.filter((each) => each.is_last));
	const left = $derived(others.filter((each) => each.state === 'left' && each.is_last));
	let isWhole = $state(false);
	let student = $state<Receipt | null>(null);
	const shown = $derived(isWhole ? others : others.slice(0, FIRST));
	const looks = {
		accepted: 'text-lichen-ink',
		waiting: 'text-slate',
		left: 'text-slate',
		refused: 'text-rowan'
	};
	const tried = $derived(
		delivery.next_try_at ? `tried again on ${dayAndTime(delivery.next_try_at)}` : 'tried again soon'
	);

	function again(lines: number[] = []): void {
		void notice.tried(sending.tryAgain(delivery.id, lines), sentWords);
	}
</script>

<div class={['mb-3 border-l-2 pl-5', refused.length ? 'border-rowan' : 'border-deep']}>
	{#if delivery.state === 'waiting' && delivery.problem}
		<div class="border-b border-hair py-3">
			<p>{delivery.problem}</p>
			<p class="text-slate">{delivery.waiting} wait here, {tried}; nothing is lost.</p>
			<p class="mt-2 flex gap-3">
				<button class="btn small" onclick={() => again()}>Try now</button>
				<button
					class="btn small quiet"
					onclick={() =>
						void notice.tried(
							sending.stop(delivery.id),
							'Stopped. What did not go is left until you try it again.'
						)}>Stop</button
				>
			</p>
		</div>
	{/if}
	{#if found.isPending}<p class="py-2" role="status">Looking…</p>
	{:else if found.isError}<p class="problem py-2" role="alert">{words(found.error)}</p>
	{:else}
		<ul>
			{#each refused as each (each.id)}
				<li class="border-b border-hair py-2.5">
					<p class="flex items-baseline gap-4">
						<b class="name flex-1 text-large font-semibold">{each.name}</b><span>{each.shown}</span>
						<span class="w-20 text-right font-semibold text-rowan"
							>{each.is_last ? 'refused' : 'sent again'}</span
						>
					</p>
					<p>{each.said}</p>
					{#if each.is_last}<p class="text-slate">{each.advice}</p>
						<p class="mt-1.5 flex items-center gap-4">
							{#if each.mend}<MendLine mend={each.mend} />{/if}
							<button class="link min-h-6" onclick={() => again([each.id])}
								>Try again<span class="sr-only">: {each.name}</span></button
							>
						</p>{/if}
				</li>
			{/each}
		</ul>
		{#if open.length || left.length}
			<p class="flex flex-wrap items-center gap-3 py-3">
				<button class="btn" onclick={() => again()}>Try {open.length + left.length} again</button>
				<span class="text-small text-slate"
					>{open.length
						? sending.shown().when === 'night'
							? 'or leave them: they are tried every night until they go'
							: 'or leave them: they go along with the next delivery'
						: 'they were left when the delivery was stopped'}</span
				>
			</p>
		{/if}
		<div class="relative overflow-x-auto">
			<table class="rows">
				<thead class="sr-only"
					><tr
						><th scope="col">Student</th><th scope="col">For</th><th scope="col">What</th><th scope="col"
							>State</th
						><th scope="col">Register’s number</th></tr
					></thead
				>
				<tbody>
					{#each shown as each (each.id)}
						<tr>
							<th scope="row"
								>{#if each.student_id && delivery.what === 'grades'}<button
										class="text-left hover:underline"
										onclick={() => (student = each)}>{each.name}</button
									>{:else}{each.name}{/if}</th
							>
							<td class="text-slate">{delivery.what === 'work' ? each.of : ''}</td>
							<td>{each.shown}</td>
							<td class={looks[each.state]}>{each.state}</td>
							<td class="num text-right text-slate">{each.number ? `no. ${each.number}` : ''}</td>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
		{#if others.length > FIRST}
			<p class="pt-1.5 text-small text-slate">
				{isWhole ? '' : `and ${others.length - FIRST} more; `}<button
					class="link min-h-6"
					onclick={() => (isWhole = !isWhole)}
					>{isWhole ? 'show fewer' : `show all ${others.length} receipts`}</button
				>
			</p>
		{/if}
	{/if}
</div>
<GradeHistory {student} onclose={() => (student = null)} />
