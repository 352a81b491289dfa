<script lang="ts">
	/** What a family sees of one class in one term: the mark, then work (missing first), then how it comes about. */
	import type { Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import { t } from '$lib/words/language';
	import Fold from '$lib/ui/Fold.svelte';
	import Later from '$lib/ui/Later.svelte';
	import FamilyWorking from './FamilyWorking.svelte';
	import Levels from './Levels.svelte';
	import WorkList from './WorkList.svelte';

	let {
		student,
		shown,
		to,
		toCard
	}: {
		student: number;
		shown: Shapes['FamilyClassOut'];
		/** Where another term is read. */
		to: (term: number) => string;
		/** Where a term's report card is read; none for teachers, who see one class. */
		toCard?: (term: number) => string;
	} = $props();
	const LISTS = ['missing', 'to_come', 'being_marked', 'back'] as const;
	const lists = $derived(LISTS.filter((each) => shown[each].length));
	const of = $derived({ student, class: shown.id, term: shown.term_id, byTeacher: !toCard });
	/** As posted; before, as they stand. */
	const levels = $derived(shown.posted ? shown.posted.levels : shown.levels);
</script>

<div
	class="grid grid-cols-[minmax(0,700px)_minmax(260px,396px)] grid-rows-[auto_1fr] gap-x-14 px-10 pb-12 max-md:grid-cols-1 max-md:px-4"
>
	<section aria-label={shown.name}>
		<div class="hero mb-5 flex items-center gap-7 max-md:gap-4">
			{#if shown.mark}<b
					class={[
						'font-name leading-15 font-[550] tracking-[-0.03em]',
						shown.mark.length > 3 ? 'text-display' : 'text-[54px]'
					]}><bdi>{shown.mark}</bdi></b
				>{/if}
			<div>
				<p class="text-slate">{shown.name}, {shown.teachers.join(', ')}</p>
				<p class="mb-1 text-head leading-6.5">{shown.headline}</p>
				<p class="text-large leading-5.5 text-slate">{shown.words}</p>
			</div>
		</div>
	</section>
	<aside class="row-span-2 max-md:row-auto" aria-label={$t('class.work')}>
		<h2 class="mb-2 max-md:sr-only">{$t('class.work')}</h2>
		{#each lists as each (each)}
			<WorkList {student} title={$t(`class.${each}`)} works={shown[each]} isMissing={each === 'missing'} />
		{:else}<p class="text-body text-slate">{$t('class.no_work')}</p>{/each}
		{#if shown.cards.length}
			<h2 class="mt-5 mb-2 first:mt-0">{$t('class.posted')}</h2>
			<ul>
				{#each shown.cards as card (card.term_id)}
					<li class="flex justify-between gap-3 border-t border-hair py-2">
						<span
							><b class="font-semibold">{card.term}</b>, {card.mark ?? $t('class.no_mark')}<span
								class="block text-body text-slate"
								>{[
									$t('class.posted_on', { day: longDay(card.at) }),
									card.effort && $t('class.effort', { effort: card.effort }),
									card.comment && $t('class.with_comment')
								]
									.filter(Boolean)
									.join(', ')}</span
							></span
						>
						<span class="flex flex-none gap-3">
							<a class="link min-h-6" href={to(card.term_id)}
								>{$t('class.read')}<span class="sr-only"> {card.term}</span></a
							>
							{#if toCard}<a class="link min-h-6" href={toCard(card.term_id)}
									>{$t('class.card')}<span class="sr-only">
										{$t('class.card_of', { term: card.term })}</span
									></a
								>{/if}
						</span>
					</li>
				{/each}
			</ul>
		{/if}
	</aside>
	<section class="max-md:mt-5" aria-label={$t('class.how')}>
		{#if shown.posted?.comment}
			<h2 class="mb-2">{$t('class.writes', { name: shown.teachers[0] ?? '' })}</h2>
			<p class="mb-5 max-w-160 text-large leading-5.75 whitespace-pre-line">{shown.posted.comment}</p>
		{/if}
		{#if levels.length}
			<h2 class="mb-2">{$t('class.learnt')}</h2>
			<Levels {levels} behind={shown.behind} label={$t('class.levels', { name: shown.name })} />
		{/if}
		{#if shown.has_working}
			<h2 class="mb-2">{$t('class.how')}</h2>
			<FamilyWorking {of} />
		{/if}
		{#if shown.has_what_if}
			<div class="mt-5 max-w-160 print:hidden">
				<Fold isLazy title={$t('class.takes')} words={$t('class.takes_words')}>
					{#key `${shown.id} ${shown.term_id}`}
						<Later part={() => import('./WhatIf.svelte')}>
							{#snippet children(WhatIf)}
								<WhatIf {of} />
							{/snippet}
						</Later>
					{/key}
				</Fold>
			</div>
		{/if}
	</section>
</div>
