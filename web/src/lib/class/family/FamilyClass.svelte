<script lang="ts">
	/** What a family sees of one class in one term. */
	import type { Snippet } from 'svelte';
	import type { Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import Working from '$lib/class/working/Working.svelte';
	import WorkList from './WorkList.svelte';

	let {
		student,
		shown,
		to,
		toCard,
		children
	}: {
		student: number;
		shown: Shapes['FamilyClassOut'];
		/** Where another term is read. */
		to: (term: number) => string;
		/** Where a term's report card is read; none for teachers, who see one class. */
		toCard?: (term: number) => string;
		/** What stands above: the student's classes. */
		children?: Snippet;
	} = $props();
	const lists = $derived<[string, Shapes['WorkOut'][]][]>([
		['Missing', shown.missing],
		['To come', shown.to_come],
		['Being marked', shown.being_marked],
		['Back, newest first', shown.back]
	]);
	/** As posted; before, as they stand. */
	const levels = $derived(shown.posted ? shown.posted.levels : shown.levels);
</script>

<div
	class="grid grid-cols-[minmax(0,700px)_minmax(260px,396px)] gap-14 px-10 pt-5 pb-12 max-md:grid-cols-1 max-md:gap-4 max-md:p-4"
>
	<section aria-label={shown.name}>
		{@render children?.()}
		<div class="hero mb-5 flex items-center gap-7">
			{#if shown.mark}<b
					class={[
						'font-name leading-15 font-[550] tracking-[-0.03em]',
						shown.mark.length > 3 ? 'text-display' : 'text-[54px]'
					]}>{shown.mark}</b
				>{/if}
			<div>
				<p class="mb-1 text-head leading-6.5">{shown.headline}</p>
				<p class="text-large leading-5.5 text-slate">{shown.words}</p>
			</div>
		</div>
		{#if shown.posted?.comment}
			<h2 class="mt-5 mb-2">What {shown.teachers[0]} writes</h2>
			<p class="max-w-160 text-large leading-5.75 whitespace-pre-line">{shown.posted.comment}</p>
		{/if}
		{#if levels.length}
			<h2 class="mt-5 mb-2">What was learnt</h2>
			<dl class="grid max-w-110 grid-cols-[1fr_auto]" aria-label="Levels in {shown.name}">
				{#each levels as each (each.name)}
					<dt class="border-b border-hair py-1">{each.name}</dt>
					<dd class="border-b border-hair py-1 text-right font-semibold">{each.mark}</dd>
				{/each}
			</dl>
		{/if}
		{#if shown.working}
			<h2 class="mt-5 mb-2">How it comes about</h2>
			<Working how={shown.working} />
		{/if}
		{#if shown.takes.length}
			<h2 class="mt-5 mb-2">What it would take</h2>
			<div class="scroll overflow-x-auto">
				<table class="w-full">
					<thead>
						<tr>
							<th
								class="border-b border-rule pr-3 pb-2 text-left align-top leading-4.75 font-normal text-slate"
								scope="col">If everything else stays as it is</th
							>
							{#each shown.takes_heads as head (head)}<th
									class="border-b border-rule pr-3 pb-2 text-left align-top leading-4.75 font-normal text-slate"
									scope="col">{head}</th
								>{/each}
						</tr>
					</thead>
					<tbody>
						{#each shown.takes as each (each.work)}
							<tr>
								<th
									class="border-b border-hair py-2 pr-3 text-left align-top leading-4.75 font-semibold"
									scope="row"
									>{each.work}<span class="block text-body font-normal text-slate">{each.words}</span></th
								>
								{#each each.answers as answer, index (index)}<td
										class="border-b border-hair py-2 pr-3 text-left align-top leading-4.75 font-normal"
										>{answer}</td
									>{/each}
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
		{/if}
	</section>
	<aside aria-label="Work">
		<h2 class="mb-2">Work</h2>
		{#each lists as [title, works] (title)}
			{#if works.length}<WorkList {student} {title} {works} />{/if}
		{:else}<p class="text-body text-slate">No work yet.</p>{/each}
		{#if shown.cards.length}
			<h2 class="mt-5 mb-2 first:mt-0">Posted</h2>
			<ul>
				{#each shown.cards as card (card.term_id)}
					<li class="flex justify-between gap-3 border-t border-hair py-2">
						<span
							><b class="font-semibold">{card.term}</b>, {card.mark ?? 'no mark'}<span
								class="block text-body text-slate"
								>posted {longDay(card.at)}{card.effort ? `, effort ${card.effort}` : ''}{card.comment
									? ', with a comment'
									: ''}</span
							></span
						>
						<span class="flex flex-none gap-3">
							<a class="link" href={to(card.term_id)}>read<span class="sr-only"> {card.term}</span></a>
							{#if toCard}<a class="link" href={toCard(card.term_id)}
									>report card<span class="sr-only"> of {card.term}</span></a
								>{/if}
						</span>
					</li>
				{/each}
			</ul>
		{/if}
	</aside>
</div>
